import type { Bench } from '@rugged/contract/bench';
import { type Inside, INSIDE_NAME } from '@rugged/core';
import { StyleSheet } from 'react-native';
import { Photo } from '@/bench/notes/photo';
import { countingNotes, photoName, takeBackNote } from '@/bench/notes/use-notes';
import { Button } from '@/ui/button';
import { dayAndTime } from '@/ui/format';
import { Plate } from '@/ui/plate';
import { Words } from '@/ui/words';

/** The photographs that lie on a part. */
export function PartPhotos({ bench, part, cylinder }: { bench: Bench; part: Inside; cylinder: string }) {
  return countingNotes(bench.notes)
    .filter((note) => note.photoId !== undefined && note.part === part && note.cylinder === cylinder)
    .map((note) => (
      <Plate key={note.id} label={`Photograph of the ${INSIDE_NAME[part]}`} style={styles.gap}>
        <Photo id={note.photoId as string} name={photoName(note)} />
        <Words colour="dim">{`${dayAndTime(note.madeAt)}${note.by ? `, ${note.by}` : ''}`}</Words>
        <Button
          icon="undo-variant"
          onPress={() => void takeBackNote(bench, note)}
          label={`Take back the photograph of ${dayAndTime(note.madeAt)}`}
        >
          Take back
        </Button>
      </Plate>
    ));
}

const styles = StyleSheet.create({ gap: { gap: 8 } });
