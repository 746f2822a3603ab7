import { useRef, useState } from 'react';
import type { NewPhoto } from '@rugged/contract';
import { Button } from '@/ui/button';
import { shrink } from './shrink';

interface Props {
  /** The word on the key. */
  word: string;
  onTaken(photo: Pick<NewPhoto, 'mime' | 'data'>): void;
  /** Why a file is no photograph; nothing once another is tried. */
  onTrouble(why: string | undefined): void;
  ground?: boolean;
}

/** Opens the camera, or the files where there is none, and makes the picture small enough to keep. */
export function PhotoButton({ word, onTaken, onTrouble, ground = false }: Props) {
  const [busy, setBusy] = useState(false);
  const chooser = useRef<HTMLInputElement>(null);
  const take = async (file: File) => {
    setBusy(true);
    onTrouble(undefined);
    try {
      onTaken(await shrink(file));
    } catch (error) {
      onTrouble(`${file.name}: ${(error as Error).message}.`);
    }
    setBusy(false);
  };
  return (
    <>
      <input
        ref={chooser}
        type="file"
        accept="image/*"
        hidden
        aria-label="Photograph"
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          if (file) void take(file);
          target.value = '';
        }}
      />
      <Button
        icon="camera-outline"
        busy={busy}
        {...(ground ? { kind: 'ground' as const } : {})}
        onPress={() => chooser.current?.click()}
      >
        {word}
      </Button>
    </>
  );
}
