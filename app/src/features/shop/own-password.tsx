import type { PasswordChange } from '@rugged/contract';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { NoSignal, Refused } from '@/data/api';
import { useChangePassword } from '@/data/session';
import { reasonsByField, validate } from '@/data/validating';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { useNotice } from '@/ui/notice';
import { Words } from '@/ui/words';

const EMPTY: PasswordChange = { current: '', next: '' };

/** Somebody's own password: folded away until it is wanted. */
export function OwnPassword() {
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState(EMPTY);
  const [errors, setErrors] = useState<Readonly<Record<string, string>>>({});
  const change = useChangePassword();
  const tell = useNotice();
  const away = () => {
    setOpen(false);
    setTyped(EMPTY);
    setErrors({});
    change.reset();
  };
  const submit = () => {
    void validate(({ passwordChangeSchema }) => passwordChangeSchema, typed).then((checked) => {
      setErrors(reasonsByField(checked));
      if (!checked.ok) return;
      change.mutate(checked.value, {
        onSuccess: ({ ended }) => {
          away();
          tell({ text: ended > 0 ? 'Changed. Your other devices are signed out' : 'Changed' });
        },
        onError: (error) => {
          const wrong = error instanceof Refused ? (error.problem.errors ?? []) : [];
          setErrors(Object.fromEntries(wrong.map(({ field, reason }) => [field, `It ${reason}`])));
        },
      });
    });
  };
  if (!open) return <Button onPress={() => setOpen(true)}>Change the password</Button>;
  return (
    <View style={styles.form}>
      <Field
        label="Password of now"
        value={typed.current}
        onChange={(current) => setTyped({ ...typed, current })}
        error={errors['current']}
        secret
        autoComplete="current-password"
      />
      <Field
        label="New password"
        hint="Ten signs or more"
        value={typed.next}
        onChange={(next) => setTyped({ ...typed, next })}
        error={errors['next']}
        secret
        onSubmit={submit}
      />
      {change.error && Object.keys(errors).length === 0 ? (
        <View role="alert">
          <Words colour="rust">
            {change.error instanceof NoSignal ? 'There is no signal. Nothing was changed.' : `${change.error.message}.`}
          </Words>
        </View>
      ) : null}
      <Button kind="main" busy={change.isPending} onPress={submit}>
        Change it
      </Button>
      <Button onPress={away}>Leave it</Button>
    </View>
  );
}

const styles = StyleSheet.create({ form: { gap: 10 } });
