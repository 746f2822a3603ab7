import Joi from 'joi';
import { type Role, ROLES } from '../people/rights';
import { id, name } from './record';

const SHORTEST_PASSWORD = 10;
export const password = () => Joi.string().min(SHORTEST_PASSWORD).max(200);
export const email = () => Joi.string().trim().email({ tlds: false }).max(200);
export const link = () => Joi.string().min(20).max(100);

/** Somebody in the shop, as its owner sees them. */
export interface Member {
  id: string;
  name: string;
  email: string;
  role: Role;
  /** Since then they are let in no more. */
  leftAt?: string;
  devices: Device[];
}

/** Where somebody is signed in. */
export interface Device {
  id: string;
  /** In a word or two. */
  device?: string;
  /** Since when; not known of what began before this was written down. */
  since?: string;
  /** The one that asks. */
  here?: boolean;
}

/** A link that was given out and is still good. */
export interface Invitation {
  id: string;
  name: string;
  /** What they will be; absent where it gives somebody of the shop a new password. */
  role?: Role;
  endsAt: string;
  by?: string;
}

export interface People {
  items: Member[];
  invitations: Invitation[];
}

export interface NewInvitation {
  name: string;
  role: Role;
}
const role = () => Joi.string().valid(...ROLES);
export const newInvitationSchema = Joi.object<NewInvitation>({ name: name().required(), role: role().required() });

/** What somebody of the shop is from now on, or that they left (and may come again). */
export interface MemberChange {
  role?: Role;
  left?: boolean;
}
export const memberChangeSchema = Joi.object<MemberChange>({ role: role(), left: Joi.boolean().strict() }).min(1);

/** A link as whoever opens it sees it. */
export interface Invited {
  shop: string;
  name: string;
  role?: Role;
  /** Of somebody who gets a new password. */
  email?: string;
}
export const invitedSchema = Joi.object<{ link: string }>({ link: link().required() });

/** Into a shop by a link; or a new password by one, which asks for no name and no address. */
export interface Joining {
  link: string;
  name?: string;
  email?: string;
  password: string;
}
export const joiningSchema = Joi.object<Joining>({
  link: link().required(),
  name: name(),
  email: email(),
  password: password().required(),
}).and('name', 'email');

/** One device to sign out, or all (of one's own: all others). */
export const endDevicesSchema = Joi.object<{ device?: string }>({ device: Joi.string().hex().length(64) });

/** Somebody at a pad of a job. */
export interface Present {
  name: string;
  doing: Doing;
  cylinder?: string;
}
export const DOING = ['compression', 'leakdown', 'crankcase', 'others', 'teardown'] as const;
export type Doing = (typeof DOING)[number];
/** Where whoever asks is; nowhere on this job any more without `doing`. */
export interface Presence {
  jobId: string;
  doing?: Doing;
  cylinder?: string;
}
export const presenceSchema = Joi.object<Presence>({
  jobId: id().required(),
  doing: Joi.string().valid(...DOING),
  cylinder: Joi.string().min(1).max(12),
});

/** From one shop to another of the same person. */
export const otherShopSchema = Joi.object<{ shopId: string }>({ shopId: id().required() });
