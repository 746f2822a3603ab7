import type { NewShop } from '@rugged/contract';
import { PRESSURE_UNITS, UNIT_SIGN } from '@rugged/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { NoSignal } from '@/data/api';
import { useBegin, useSession } from '@/data/session';
import { reasonsByField, validate } from '@/data/validating';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';
import { Plate } from '@/ui/plate';
import { useColours } from '@/ui/theme';
import { Title, Words } from '@/ui/words';

const UNITS = PRESSURE_UNITS.map((value) => ({ value, word: UNIT_SIGN[value] }));
const EMPTY: Omit<NewShop, 'link'> = { shop: '', unit: 'psi', name: '', email: '', password: '' };

/** The first shop, by the link that was printed when the server started. It stands behind the #, so no log has it. */
export function BeginScreen() {
  const c = useColours();
  const router = useRouter();
  const begin = useBegin();
  // The page asked for it ahead: taken here, an answer of before is not taken for one of after.
  useSession();
  const [typed, setTyped] = useState(EMPTY);
  const [errors, setErrors] = useState<Readonly<Record<string, string>>>({});
  const field = (name: keyof typeof EMPTY) => ({
    value: typed[name],
    onChange: (text: string) => setTyped({ ...typed, [name]: text }),
    error: errors[name],
  });
  const submit = () => {
    const link = globalThis.location?.hash.slice(1) ?? '';
    void validate(({ newShopSchema }) => newShopSchema, { ...typed, email: typed.email.trim(), link }).then(
      (checked) => {
        setErrors(reasonsByField(checked));
        if (checked.ok) begin.mutate(checked.value, { onSuccess: () => router.replace('/first-steps') });
      },
    );
  };
  return (
    <ScrollView
      style={{ flex: 1, backgroundColor: c.ground }}
      contentContainerStyle={styles.page}
      keyboardShouldPersistTaps="handled"
    >
      <View role="main" style={styles.column}>
        <Title level={1} colour="onGround">
          Your shop
        </Title>
        <Plate style={styles.form}>
          <Field label="Name of the shop" {...field('shop')} />
          <Choice
            label="Unit of pressure"
            options={UNITS}
            chosen={typed.unit}
            onChoose={(unit) => setTyped({ ...typed, unit })}
          />
          <Field label="Your name" {...field('name')} />
          <Field label="E-mail" {...field('email')} autoComplete="email" />
          <Field label="Password" hint="Ten signs or more" {...field('password')} secret onSubmit={submit} />
          {errors['link'] ? (
            <View role="alert">
              <Words colour="rust">This address has no link in it. Open the one that was printed, whole.</Words>
            </View>
          ) : null}
          {begin.error ? (
            <View role="alert">
              <Words colour="rust">
                {begin.error instanceof NoSignal ? 'There is no signal. Nothing was made.' : `${begin.error.message}.`}
              </Words>
            </View>
          ) : null}
          <Button kind="main" onPress={submit} busy={begin.isPending}>
            Open the shop
          </Button>
        </Plate>
      </View>
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  page: { flexGrow: 1, justifyContent: 'center', padding: 12 },
  column: { width: '100%', maxWidth: 440, alignSelf: 'center', gap: 14 },
  form: { gap: 12, padding: 16 },
});
