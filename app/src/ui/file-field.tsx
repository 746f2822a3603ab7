import { useRef } from 'react';
import { Button } from './button';

/** Asks for a file of this device. */
export function FileField({ label, accept, onFile }: { label: string; accept: string; onFile(file: File): void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        accept={accept}
        aria-label={label}
        style={{ display: 'none' }}
        onChange={(event) => {
          const file = event.target.files?.[0];
          // The same file may be chosen again once it was mended.
          event.target.value = '';
          if (file) onFile(file);
        }}
      />
      <Button icon="file-upload-outline" onPress={() => input.current?.click()}>
        {label}
      </Button>
    </>
  );
}
