import { useState } from 'react';
import { StyleSheet } from 'react-native';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { Plate } from '@/ui/plate';
import { Label, Words } from '@/ui/words';

interface Props {
  reach: string | undefined;
  onSave(reach: string | null): Promise<Readonly<Record<string, string>>>;
}

/** Telephone and address, as they stand on every page that leaves the shop. */
export function ReachPlate({ reach = '', onSave }: Props) {
  const [typed, setTyped] = useState(reach);
  const [error, setError] = useState<string>();
  const [saving, setSaving] = useState(false);
  const wanted = typed.trim();
  const save = () => {
    setSaving(true);
    void onSave(wanted === '' ? null : wanted).then(({ reach: refused }) => {
      setError(refused);
      setSaving(false);
    });
  };
  return (
    <Plate label="How to reach the shop" style={styles.plate}>
      <Label>How to reach the shop</Label>
      <Field label="Telephone, address" value={typed} onChange={setTyped} error={error} />
      <Words colour="dim">It stands at the head of every page that leaves the shop.</Words>
      {wanted === reach ? null : (
        <Button kind="main" tall={false} busy={saving} onPress={save}>
          Save how to reach us
        </Button>
      )}
    </Plate>
  );
}

const styles = StyleSheet.create({ plate: { gap: 8 } });
