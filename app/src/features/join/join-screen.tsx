import type { Invited, Joining } from '@rugged/contract';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { ROLE_MEANS, ROLE_WORD } from '@/bench/role-words';
import { NoSignal } from '@/data/api';
import { useInvited } from '@/data/people';
import { useJoin, useSession } from '@/data/session';
import { reasonsByField, validate } from '@/data/validating';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { Plate } from '@/ui/plate';
import { Empty, Waiting } from '@/ui/screen';
import { useColours } from '@/ui/theme';
import { Strong, Title, Words } from '@/ui/words';

/** Into a shop, or to a new password, by a link that works once. It stands behind the #, so no log has it. */
export function JoinScreen() {
  const c = useColours();
  const router = useRouter();
  const [link] = useState(() => globalThis.location?.hash.slice(1) ?? '');
  const invited = useInvited(link);
  // The page asked for it ahead: taken here, an answer of before is not taken for one of after.
  useSession();
  return (
    <ScrollView
      style={{ flex: 1, backgroundColor: c.ground }}
      contentContainerStyle={styles.page}
      keyboardShouldPersistTaps="handled"
    >
      <View role="main" style={styles.column}>
        {invited.data ? (
          <JoinForm link={link} invited={invited.data} />
        ) : invited.isLoading ? (
          <Waiting what="Looking at the link" />
        ) : invited.error instanceof NoSignal ? (
          <Empty
            icon="cloud-off-outline"
            title="No signal"
            words="The link is looked at by the server."
            button="Try again"
            onPress={() => void invited.refetch()}
          />
        ) : (
          <Empty
            icon="help-circle-outline"
            title="This link opens nothing"
            words={`${invited.error?.message ?? 'No link in this address'}. Ask the owner of the shop for another.`}
            button="Sign in"
            onPress={() => router.replace('/')}
          />
        )}
      </View>
    </ScrollView>
  );
}

function JoinForm({ link, invited }: { link: string; invited: Invited }) {
  const router = useRouter();
  const join = useJoin();
  const [typed, setTyped] = useState({ name: invited.name, email: '', password: '' });
  const [errors, setErrors] = useState<Readonly<Record<string, string>>>({});
  const field = (name: keyof typeof typed) => ({
    value: typed[name],
    onChange: (text: string) => setTyped({ ...typed, [name]: text }),
    error: errors[name],
  });
  const { role } = invited;
  const submit = () => {
    const { name, email, password } = typed;
    const sent: Joining = role === undefined ? { link, password } : { link, name, email: email.trim(), password };
    void validate(({ joiningSchema }) => joiningSchema, sent).then((checked) => {
      setErrors(reasonsByField(checked));
      if (checked.ok) join.mutate(checked.value, { onSuccess: () => router.replace('/') });
    });
  };
  return (
    <>
      <Title level={1} colour="onGround">
        {invited.shop}
      </Title>
      <Plate style={styles.form}>
        {role === undefined ? (
          <Words>
            A new password for <Strong>{invited.email ?? invited.name}</Strong>. Every device is signed out with it.
          </Words>
        ) : (
          <>
            <Words>
              You are let in as <Strong>{ROLE_WORD[role].toLowerCase()}</Strong>. {ROLE_MEANS[role]}
            </Words>
            <Field label="Your name" {...field('name')} />
            <Field label="E-mail" {...field('email')} autoComplete="email" />
          </>
        )}
        <Field
          label={role === undefined ? 'New password' : 'Password'}
          hint={
            role === undefined
              ? 'Ten signs or more'
              : 'Ten signs or more. In another shop already? Then that address and its password.'
          }
          {...field('password')}
          secret
          onSubmit={submit}
        />
        {join.error ? (
          <View role="alert">
            <Words colour="rust">
              {join.error instanceof NoSignal ? 'There is no signal. Nothing was done.' : `${join.error.message}.`}
            </Words>
          </View>
        ) : null}
        <Button kind="main" onPress={submit} busy={join.isPending}>
          {role === undefined ? 'Take it' : 'Come in'}
        </Button>
      </Plate>
    </>
  );
}

const styles = StyleSheet.create({
  page: { flexGrow: 1, justifyContent: 'center', padding: 12 },
  column: { width: '100%', maxWidth: 440, alignSelf: 'center', gap: 14 },
  form: { gap: 12, padding: 16 },
});
