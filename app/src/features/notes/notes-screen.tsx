import type { Bench, NewPhoto, Note, PlugLook } from '@rugged/contract';
import { PLUG_LOOKS } from '@rugged/contract/bench';
import { INSIDE_NAME } from '@rugged/core';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { useEffect, useEffectEvent, useState } from 'react';
import { Image, StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { useDraft } from '@/data/draft';
import { BenchGate } from '@/bench/bench-gate';
import { forgetShared, readShared } from '@/bench/shared-file';
import { KeptBadge } from '@/bench/kept-badge';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';
import { dayAndTime } from '@/ui/format';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { useColours } from '@/ui/theme';
import { LINE, RADIUS, TOUCH } from '@/ui/tokens';
import { Label, Strong, Words } from '@/ui/words';
import { Photo } from '@/bench/notes/photo';
import { PLUG_SAYS, PLUG_WORD, PlugDrawing } from '@/bench/notes/plug-drawing';
import { PhotoButton } from '@/bench/notes/photo-button';
import { shrink } from '@/bench/notes/shrink';
import { countingNotes, keepNote, photoName, takeBackNote } from '@/bench/notes/use-notes';

const ABOUT = [
  { value: 'plug', word: 'Plug' },
  { value: 'gauge', word: 'Gauge' },
  { value: 'bore', word: 'Bore' },
  { value: 'part', word: 'Part' },
  { value: 'other', word: 'Other' },
] as const;
const WHOLE = '';

export const NotesScreen = () => <BenchGate>{(bench) => <NotesOf bench={bench} />}</BenchGate>;

function NotesOf({ bench }: { bench: Bench }) {
  const router = useRouter();
  const notes = countingNotes(bench.notes);
  return (
    <Screen
      title="Notes and plugs"
      under={bench.engine.name}
      onBack={() => router.navigate(`/jobs/${bench.job.id}`)}
      action={<KeptBadge />}
    >
      <Writing bench={bench} />
      {notes.length === 0 ? (
        <Plate>
          <Words colour="dim">No note yet. A photograph of the gauge or a plug settles an argument a year later.</Words>
        </Plate>
      ) : (
        notes.map((note) => <NotePlate key={note.id} bench={bench} note={note} />)
      )}
    </Screen>
  );
}

interface Draft {
  cylinder: string;
  about: Note['about'];
  text: string;
  plug?: PlugLook;
}

function Writing({ bench }: { bench: Bench }) {
  const tell = useNotice();
  const { cylinder: asked, shared } = useLocalSearchParams<{ cylinder?: string; shared?: string }>();
  const { cylinders, fuel } = bench.engine;
  const [draft, setDraft] = useDraft<Draft>(`note.${bench.job.id}`, {
    cylinder: asked ?? (cylinders.length === 1 ? (cylinders[0] ?? WHOLE) : WHOLE),
    about: fuel === 'diesel' ? 'other' : 'plug',
    text: '',
  });
  const [photo, setPhoto] = useState<Pick<NewPhoto, 'mime' | 'data'>>();
  const [trouble, setTrouble] = useState<string>();
  const set =
    <K extends keyof Draft>(field: K) =>
    (value: Draft[K]) =>
      setDraft({ ...draft, [field]: value });
  const takeShared = useEffectEvent((file: File | undefined) => {
    if (!file) return;
    setTrouble(undefined);
    shrink(file)
      .then(setPhoto, (error: Error) => setTrouble(`${file.name}: ${error.message}.`))
      .then(forgetShared, forgetShared);
  });
  useEffect(() => {
    if (shared) void readShared().then(takeShared);
  }, [shared]);
  const text = draft.text.trim();
  const plug = draft.about === 'plug' ? draft.plug : undefined;
  const keep = () =>
    void keepNote(bench, {
      about: draft.about,
      ...(draft.cylinder === WHOLE ? {} : { cylinder: draft.cylinder }),
      ...(text ? { text } : {}),
      ...(plug ? { plug } : {}),
      ...(photo ? { photo } : {}),
    }).then(() => {
      tell({ text: draft.cylinder === WHOLE ? 'Note kept' : `Note kept on cyl ${draft.cylinder}` });
      const { plug: _plug, ...others } = draft;
      // On to the next plug, as they lie in a row on the bench.
      const next = plug ? cylinders[cylinders.indexOf(draft.cylinder) + 1] : undefined;
      setDraft({ ...others, text: '', ...(next === undefined ? {} : { cylinder: next }) });
      setPhoto(undefined);
    });
  return (
    <Plate label="A new note" style={styles.plate}>
      <Choice
        label="On"
        options={[
          ...(cylinders.length > 1 ? [{ value: WHOLE, word: 'The job' }] : []),
          ...cylinders.map((id) => ({ value: id, word: cylinders.length > 1 ? id : `Cyl ${id}` })),
        ]}
        chosen={draft.cylinder}
        onChoose={set('cylinder')}
      />
      <Choice label="About" options={ABOUT} chosen={draft.about} onChoose={set('about')} />
      {draft.about === 'plug' ? <Plugs chosen={draft.plug} onChoose={set('plug')} /> : null}
      <Field label="Words" value={draft.text} onChange={set('text')} multiline />
      {photo ? (
        <Image
          source={{ uri: `data:${photo.mime};base64,${photo.data}` }}
          style={styles.photo}
          resizeMode="contain"
          accessibilityLabel="The photograph to be kept"
        />
      ) : null}
      {trouble ? (
        <View role="alert">
          <Strong colour="rust">{trouble}</Strong>
        </View>
      ) : null}
      <View style={styles.row}>
        <View style={styles.grow}>
          <PhotoButton word={photo ? 'Another photograph' : 'Photograph'} onTaken={setPhoto} onTrouble={setTrouble} />
        </View>
        {photo ? (
          <Button onPress={() => setPhoto(undefined)} style={styles.grow}>
            Without it
          </Button>
        ) : null}
      </View>
      <Button kind="main" disabled={!text && !plug && !photo} onPress={keep}>
        Keep the note
      </Button>
    </Plate>
  );
}

/** How it looks, by drawing: colours are told in words as well. */
function Plugs({ chosen, onChoose }: { chosen: PlugLook | undefined; onChoose(look: PlugLook): void }) {
  const c = useColours();
  return (
    <View role="group" aria-label="How the plug looks" style={styles.plate}>
      <Label>How the plug looks</Label>
      <View style={styles.plugs}>
        {PLUG_LOOKS.map((look) => (
          <TouchableRipple
            key={look}
            role="button"
            aria-pressed={look === chosen}
            borderless
            onPress={() => onChoose(look)}
            style={[
              styles.plug,
              { borderColor: look === chosen ? c.amber : c.line, borderWidth: look === chosen ? 4 : LINE },
            ]}
          >
            <View style={styles.inside}>
              <PlugDrawing look={look} size={64} />
              <Strong style={styles.small}>{PLUG_WORD[look]}</Strong>
            </View>
          </TouchableRipple>
        ))}
      </View>
      {chosen ? <Words colour="dim">{`Says: ${PLUG_SAYS[chosen]}.`}</Words> : null}
    </View>
  );
}

function NotePlate({ bench, note }: { bench: Bench; note: Note }) {
  return (
    <Plate label={`Note${note.cylinder === undefined ? '' : ` on cyl ${note.cylinder}`}`} style={styles.plate}>
      <View style={styles.head}>
        <View style={styles.grow}>
          <Strong>
            {note.cylinder === undefined ? 'The job' : `Cyl ${note.cylinder}`}
            {note.plug ? `: ${PLUG_WORD[note.plug].toLowerCase()}` : ''}
            {note.part ? `: ${INSIDE_NAME[note.part]}` : ''}
          </Strong>
          <Words colour="dim">{`${dayAndTime(note.madeAt)}${note.by ? `, ${note.by}` : ''}`}</Words>
          {note.plug ? <Words colour="dim">{`Says: ${PLUG_SAYS[note.plug]}.`}</Words> : null}
        </View>
        {note.plug ? <PlugDrawing look={note.plug} size={56} /> : null}
      </View>
      {note.text ? <Words>{note.text}</Words> : null}
      {note.photoId ? <Photo id={note.photoId} name={photoName(note)} /> : null}
      <Button
        icon="undo-variant"
        onPress={() => void takeBackNote(bench, note)}
        label={`Take back the note of ${dayAndTime(note.madeAt)}`}
      >
        Take back
      </Button>
    </Plate>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 8 },
  row: { flexDirection: 'row', gap: 8 },
  grow: { flexGrow: 1, flexShrink: 1 },
  head: { flexDirection: 'row', gap: 8, alignItems: 'flex-start' },
  plugs: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
  plug: { borderRadius: RADIUS, flexGrow: 1, flexBasis: '22%', minWidth: 70, minHeight: TOUCH.least },
  inside: { alignItems: 'center', padding: 4, gap: 2 },
  small: { fontSize: 14, lineHeight: 16, textAlign: 'center' },
  photo: { width: '100%', height: 240, borderRadius: RADIUS },
});
