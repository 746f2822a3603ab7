import type { Member, MemberChange, Practised } from '@rugged/contract';
import { isWatched, levelAskedOf, type Role, type SignsAlone } from '@rugged/contract/people';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { ROLE_MEANS, ROLE_WORD } from '@/bench/role-words';
import { useChangeMember, useEndDevices, useResetPassword } from '@/data/people';
import { useSignedIn } from '@/data/session';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { day } from '@/ui/format';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Strong, Title, Words } from '@/ui/words';
import { ROLE_OPTIONS } from './invite-plate';
import type { GivenLink } from './link-plate';

interface Props {
  member: Member;
  practised: Practised | undefined;
  /** Whoever looks. */
  self: boolean;
  onLink(link: GivenLink): void;
}

/** Somebody of the shop: what they are, and what an owner may do about it. */
export function MemberPlate({ member, practised, self, onLink }: Props) {
  const [open, setOpen] = useState(false);
  const { name, email, role, leftAt, devices } = member;
  const { shop } = useSignedIn();
  const alone = leftAt === undefined ? aloneWords(role, shop.signsAlone, practised?.level) : undefined;
  const places =
    devices.length === 0
      ? 'signed in nowhere'
      : `signed in on ${devices.length} ${devices.length === 1 ? 'device' : 'devices'}`;
  return (
    <Plate label={name} style={styles.plate}>
      <View style={styles.head}>
        <View style={styles.names}>
          <Title>{name}</Title>
          <Words>
            <Strong>{ROLE_WORD[role]}</Strong>
            {leftAt === undefined ? `, ${places}` : `, left ${day(leftAt)}`}
          </Words>
          <Words colour="dim" lines={1}>
            {email}
          </Words>
          {practised ? <Words>{practisedWords(practised)}</Words> : null}
          {alone === undefined ? null : <Words colour="dim">{alone}</Words>}
        </View>
        <Button onPress={() => setOpen(!open)} label={`${open ? 'Fold' : 'Change'} ${name}`}>
          {open ? 'Fold' : 'Change'}
        </Button>
      </View>
      {open ? <Changes member={member} self={self} onLink={onLink} /> : null}
    </Plate>
  );
}

/** Whether somebody signs beside them, where a level is asked for. */
function aloneWords(role: Role, signsAlone: SignsAlone | undefined, passed: number | undefined): string | undefined {
  const level = levelAskedOf(role, signsAlone);
  if (level === undefined) return undefined;
  return isWatched(role, signsAlone, passed)
    ? `Somebody signs beside them until level ${level} is passed`
    : `Signs alone: level ${level} is passed`;
}

function practisedWords({ cases, level, mean }: Practised): string {
  const passed = level === undefined ? 'no level passed yet' : `level ${level} passed`;
  return `Practice: ${passed}, ${mean} of 100 in the mean, ${cases} ${cases === 1 ? 'case' : 'cases'}`;
}

function Changes({ member: { id, name, role, leftAt, devices }, self, onLink }: Omit<Props, 'practised'>) {
  const tell = useNotice();
  const change = useChangeMember(id);
  const reset = useResetPassword(id);
  const end = useEndDevices(id);
  const refused = (error: Error) => tell({ text: `${error.message}.` });
  const make = (next: MemberChange, text: string, undo: MemberChange) =>
    change.mutate(next, {
      onSuccess: () => tell({ text, undo: () => change.mutate(undo, { onError: refused }) }),
      onError: refused,
    });
  if (leftAt !== undefined)
    return (
      <Button busy={change.isPending} onPress={() => make({ left: false }, `${name} is in again`, { left: true })}>
        Let in again
      </Button>
    );
  return (
    <View style={styles.plate}>
      <Choice
        label={`What ${name} is`}
        options={ROLE_OPTIONS}
        chosen={role}
        onChoose={(next) => next !== role && make({ role: next }, `${name}: ${ROLE_WORD[next]}`, { role })}
      />
      <Words colour="dim">{ROLE_MEANS[role]}</Words>
      {devices.map((device) => (
        <View key={device.id} style={styles.head}>
          <Words style={styles.names}>
            {`${device.device ?? 'A device'}${device.since ? `, since ${day(device.since)}` : ''}`}
          </Words>
          <Button
            label={`Sign out ${device.device ?? 'a device'} of ${name}`}
            onPress={() => end.mutate(device.id, { onSuccess: () => tell({ text: 'Signed out' }), onError: refused })}
          >
            Sign out
          </Button>
        </View>
      ))}
      <View style={styles.row}>
        {self ? null : (
          <Button
            busy={reset.isPending}
            onPress={() =>
              reset.mutate(undefined, {
                onSuccess: ({ path }) =>
                  onLink({
                    name,
                    path,
                    does: 'By it they choose a new password, within a day; the old one is gone then.',
                  }),
                onError: refused,
              })
            }
          >
            New password by a link
          </Button>
        )}
        {devices.length > 1 && !self ? (
          <Button
            busy={end.isPending}
            onPress={() => end.mutate(undefined, { onSuccess: () => tell({ text: 'Signed out' }), onError: refused })}
          >
            Sign out of all
          </Button>
        ) : null}
        {self ? null : (
          <Button
            busy={change.isPending}
            onPress={() => make({ left: true }, `${name} has left; what they made stays`, { left: false })}
          >
            Left the shop
          </Button>
        )}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 10 },
  head: { flexDirection: 'row', gap: 8, alignItems: 'center', flexWrap: 'wrap' },
  names: { flexGrow: 1, flexShrink: 1, flexBasis: 180, minWidth: 0 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
