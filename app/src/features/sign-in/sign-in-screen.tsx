import { useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import Svg, { Circle, Path } from 'react-native-svg';
import { NoSignal } from '@/data/api';
import { useSignIn } from '@/data/session';
import { reasonsByField, validate } from '@/data/validating';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { Plate } from '@/ui/plate';
import { useColours } from '@/ui/theme';
import { Title, Words } from '@/ui/words';

/** The only screen without a session. */
export function SignInScreen() {
  const c = useColours();
  const signIn = useSignIn();
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const [errors, setErrors] = useState<Readonly<Record<string, string>>>({});
  const submit = () => {
    void validate(({ signInSchema }) => signInSchema, { email: email.trim(), password }).then((checked) => {
      setErrors(reasonsByField(checked));
      if (checked.ok) signIn.mutate(checked.value);
    });
  };
  return (
    <ScrollView
      style={{ flex: 1, backgroundColor: c.ground }}
      contentContainerStyle={styles.page}
      keyboardShouldPersistTaps="handled"
    >
      <View role="main" style={styles.column}>
        <View style={styles.brand}>
          <Svg width={84} height={84} viewBox="0 0 84 84" aria-hidden>
            <Circle cx={42} cy={42} r={38} fill={c.plate} stroke={c.line} strokeWidth={4} />
            <Path d="M18 58a29 29 0 0 1 9-38" stroke={c.rust} strokeWidth={5} strokeDasharray="4 5" fill="none" />
            <Path d="M49 14a29 29 0 0 1 21 36" stroke={c.moss} strokeWidth={7} fill="none" />
            <Path d="M38 52L56 22" stroke={c.amber} strokeWidth={7} strokeLinecap="round" />
            <Circle cx={42} cy={45} r={6} fill={c.ink} />
          </Svg>
          <View style={styles.names}>
            <Title level={1} colour="onGround" style={styles.name}>
              Rugged Gauge
            </Title>
            <Words colour="onGroundDim">Is this engine sound, and is it worth repairing?</Words>
          </View>
        </View>
        <Plate style={styles.form}>
          <Field
            label="E-mail"
            value={email}
            onChange={setEmail}
            error={errors['email']}
            autoComplete="email"
            onSubmit={submit}
          />
          <Field
            label="Password"
            value={password}
            onChange={setPassword}
            error={errors['password']}
            secret
            autoComplete="current-password"
            onSubmit={submit}
          />
          {signIn.error ? (
            <View role="alert">
              <Words colour="rust">
                {signIn.error instanceof NoSignal
                  ? 'There is no signal. Signing in needs the server once.'
                  : `${signIn.error.message}.`}
              </Words>
            </View>
          ) : null}
          <Button kind="main" onPress={submit} busy={signIn.isPending}>
            Sign in
          </Button>
        </Plate>
      </View>
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  page: { flexGrow: 1, justifyContent: 'center', padding: 12 },
  column: { width: '100%', maxWidth: 440, alignSelf: 'center', gap: 20 },
  brand: { flexDirection: 'row', alignItems: 'center', gap: 16 },
  names: { flex: 1 },
  name: { fontSize: 32, lineHeight: 36 },
  form: { gap: 12, padding: 16 },
});
