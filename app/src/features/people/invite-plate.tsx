import type { NewInvitation } from '@rugged/contract';
import { ROLES } from '@rugged/contract/people';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { ROLE_MEANS, ROLE_WORD } from '@/bench/role-words';
import { NoSignal } from '@/data/api';
import { useInvite } from '@/data/people';
import { reasonsByField, validate } from '@/data/validating';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';
import { Plate } from '@/ui/plate';
import { Label, Words } from '@/ui/words';
import type { GivenLink } from './link-plate';

export const ROLE_OPTIONS = ROLES.map((value) => ({ value, word: ROLE_WORD[value] }));
const EMPTY: NewInvitation = { name: '', role: 'mechanic' };

/** Somebody new: a link that lets one person in. */
export function InvitePlate({ onLink }: { onLink(link: GivenLink): void }) {
  const [typed, setTyped] = useState(EMPTY);
  const [errors, setErrors] = useState<Readonly<Record<string, string>>>({});
  const invite = useInvite();
  const make = () => {
    void validate(({ newInvitationSchema }) => newInvitationSchema, typed).then((checked) => {
      setErrors(reasonsByField(checked));
      if (!checked.ok) return;
      const { name, role } = checked.value;
      invite.mutate(checked.value, {
        onSuccess: ({ path }) => {
          setTyped(EMPTY);
          onLink({ name, path, does: `It lets one person in as ${ROLE_WORD[role].toLowerCase()}, within a week.` });
        },
      });
    });
  };
  return (
    <Plate label="Let somebody in" style={styles.plate}>
      <Label>Let somebody in</Label>
      <Field
        label="Their name"
        value={typed.name}
        onChange={(name) => setTyped({ ...typed, name })}
        error={errors['name']}
        onSubmit={make}
      />
      <Choice label="As" options={ROLE_OPTIONS} chosen={typed.role} onChoose={(role) => setTyped({ ...typed, role })} />
      <Words colour="dim">{ROLE_MEANS[typed.role]}</Words>
      {invite.error ? (
        <View role="alert">
          <Words colour="rust">
            {invite.error instanceof NoSignal ? 'There is no signal. No link was made.' : `${invite.error.message}.`}
          </Words>
        </View>
      ) : null}
      <Button kind="main" tall={false} busy={invite.isPending} onPress={make}>
        Make a link
      </Button>
    </Plate>
  );
}

const styles = StyleSheet.create({ plate: { gap: 10 } });
