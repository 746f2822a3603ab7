import {
  endDevicesSchema,
  invitedSchema,
  type Joining,
  joiningSchema,
  memberChangeSchema,
  newInvitationSchema,
  type People,
} from '@rugged/contract';
import { Router } from 'express';
import { hashPassword } from '../accounts/password';
import { guessesOf } from '../store/guesses';
import {
  changeMember,
  endDevices,
  invitationsOf,
  invite,
  invitedBy,
  inviteToPassword,
  membersOf,
  takeInvitation,
  withdrawInvitation,
} from '../store/people';
import { ShopScope } from '../store/scope';
import type { Store } from '../store/store';
import { checkPassword, tooMany } from './check-password';
import { Refusal, refuse } from './problem';
import { openRoute, route } from './route';
import { describe, signIn } from './session';

const linkGone = () => new Refusal(410, 'link-gone', 'This link was used already, taken back, or its day is past');

async function everybody(shop: ShopScope): Promise<People> {
  const [items, invitations] = await Promise.all([membersOf(shop), invitationsOf(shop)]);
  return { items, invitations };
}

/** `/api/people`: who is in the shop and what they may, the links that let somebody in, and their devices. */
export const peopleRoutes = (store: Store): Router =>
  Router()
    .get(
      '/',
      route(store, 'run', null, async (shop) => ({ json: await everybody(shop) })),
    )
    .post(
      '/invitations',
      route(store, 'run', newInvitationSchema, async (shop, wanted) => ({
        status: 201,
        json: pathOf(await invite(shop, wanted)),
      })),
    )
    .post(
      '/invitations/:id/withdraw',
      route(store, 'run', null, async (shop, _, { id }) => {
        if ((await withdrawInvitation(shop, id('link'))) !== true) throw refuse.missing('link');
        return { json: await everybody(shop) };
      }),
    )
    .patch(
      '/:id',
      route(store, 'run', memberChangeSchema, async (shop, change, { id }) => {
        const outcome = await changeMember(shop, id('person'), change);
        if (outcome === 'missing') throw refuse.missing('person');
        if (outcome === 'last-owner')
          throw new Refusal(409, 'last-owner', 'A shop keeps an owner: make somebody else one first');
        return { json: await everybody(shop) };
      }),
    )
    .post(
      '/:id/reset',
      route(store, 'run', null, async (shop, _, { id }) => {
        const person = await shop.find('people', id('person'));
        if (!person) throw refuse.missing('person');
        const { outcome, ...made } = await inviteToPassword(shop, person as unknown as { id: string; name: string });
        if (outcome === 'elsewhere')
          throw new Refusal(
            409,
            'other-shop',
            'They are in another shop too: they change the password themselves, where they are signed in',
          );
        if (outcome === 'missing') throw new Refusal(409, 'left', 'They left. Let them in again first');
        return { status: 201, json: pathOf(made) };
      }),
    )
    .post(
      '/:id/devices/end',
      route(store, 'run', endDevicesSchema, async (shop, { device }, { id }) => {
        if (!(await shop.find('people', id('person')))) throw refuse.missing('person');
        await endDevices(store, { personId: id('person') }, { device });
        return { json: await everybody(shop) };
      }),
    );

/** Behind the #, so that no log has it. */
const pathOf = ({ id, link }: { id: string; link: string }) => ({ id, path: `/join#${link}` });

/** `/api/joining`: what a link is for, and into the shop by it. Nobody has a session yet. */
export const joiningRoutes = (store: Store): Router =>
  Router()
    .post(
      '/look',
      openRoute(invitedSchema, async ({ link }) => {
        const invited = await invitedBy(store, link);
        if (!invited) throw linkGone();
        return { json: invited };
      }),
    )
    .post(
      '/',
      openRoute(joiningSchema, async (joining, { req }) => {
        const invited = await invitedBy(store, joining.link);
        if (!invited) throw linkGone();
        const who = await takeInvitation(
          store,
          invited.role === undefined
            ? { link: joining.link, hash: await hashPassword(joining.password) }
            : await asSomebody(store, joining, req.ip ?? ''),
        );
        if (!who) throw linkGone();
        await signIn(req, who);
        return { status: 201, json: await describe(new ShopScope(store, who), who.accountId) };
      }),
    );

/** Somebody new with a password of their choice; or somebody with an account, whose password it must be. */
async function asSomebody(store: Store, { link, name, email, password }: Joining, address: string) {
  if (name === undefined || email === undefined)
    throw refuse.fields(
      [...(name === undefined ? ['name'] : []), ...(email === undefined ? ['email'] : [])].map((field) => ({
        field,
        reason: 'is missing',
      })),
    );
  const account = email.toLowerCase();
  const guesses = await guessesOf(store.sequelize, account, address);
  if (guesses.isOver) throw tooMany();
  const known = (await store.known('account_of', account)).length > 0;
  if (!known) return { link, name, email: account, hash: await hashPassword(password) };
  await checkPassword(store, guesses, account, password);
  return { link, name, email: account };
}
