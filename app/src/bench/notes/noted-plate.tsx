import { SECOND_LOOK } from '@rugged/contract/people';
import type { Bench, Signature } from '@rugged/contract';
import { INSIDE_NAME, PROCEDURE_TITLE } from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import { day } from '@/ui/format';
import { Plate } from '@/ui/plate';
import { Label, Strong, Words } from '@/ui/words';
import { Photo } from './photo';
import { PLUG_WORD } from './plug-drawing';
import { countingNotes, photoName } from './use-notes';

/** What was noted, photographed and signed, as it goes with the findings. */
export function NotedPlate({ bench }: { bench: Bench }) {
  const notes = countingNotes(bench.notes);
  if (notes.length === 0 && bench.signatures.length === 0) return null;
  return (
    <Plate label="Noted and signed" style={styles.plate}>
      <Label>Noted and signed</Label>
      {notes.map((note) => (
        <View key={note.id} style={styles.note}>
          <Words>
            <Strong>
              {note.cylinder === undefined ? 'The job' : `Cyl ${note.cylinder}`}
              {note.part ? `, ${INSIDE_NAME[note.part]}` : ''}
              {note.plug ? `, plug ${PLUG_WORD[note.plug].toLowerCase()}. ` : '. '}
            </Strong>
            {note.text ?? ''}
          </Words>
          {note.photoId ? <Photo id={note.photoId} name={photoName(note)} /> : null}
        </View>
      ))}
      {bench.signatures.map(({ id, procedure, madeAt, by }) => (
        <Words key={id} colour="dim">{`${SIGNED[procedure]} signed ${day(madeAt)}${by ? ` by ${by}` : ''}.`}</Words>
      ))}
    </Plate>
  );
}

const SIGNED: Readonly<Record<Signature['procedure'], string>> = {
  ...PROCEDURE_TITLE,
  [SECOND_LOOK]: 'The work of an apprentice',
};

const styles = StyleSheet.create({ plate: { gap: 8 }, note: { gap: 4 } });
