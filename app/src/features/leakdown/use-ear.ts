import { bandLevelDb, steadyLevelDb, suggestedLevel } from '@rugged/core/hiss';
import { useEffect, useRef, useState } from 'react';

/** So many stretches are listened to, */
const STRETCHES = 12;
/** one after the other, ms: each is new sound. */
const EVERY_MS = 180;
const STRETCH = 8192;

/**
 * `quiet-first`: the microphone is on, and what it hears with the air shut off is not known yet.
 * `ready`: a place can be measured.
 */
export type EarIs = 'off' | 'asking' | 'denied' | 'quiet-first' | 'measuring' | 'ready';

/** The phone can be an ear on a secure page with a microphone. */
export const canHear = (): boolean =>
  typeof navigator !== 'undefined' && 'mediaDevices' in navigator && typeof AudioContext !== 'undefined';

interface Microphone {
  stream: MediaStream;
  context: AudioContext;
  analyser: AnalyserNode;
}

/**
 * The hiss at each place, measured with the phone's microphone against the quiet. Nothing is recorded, nothing is sent.
 */
export function useEar() {
  const [is, setIs] = useState<EarIs>('off');
  const [quietDb, setQuietDb] = useState<number>();
  const [measured, setMeasured] = useState<Readonly<Record<string, number>>>({});
  const microphone = useRef<Microphone>(undefined);
  const close = () => {
    microphone.current?.stream.getTracks().forEach((track) => track.stop());
    void microphone.current?.context.close().catch(() => undefined);
    microphone.current = undefined;
  };
  useEffect(() => close, []);

  const open = async () => {
    setIs('asking');
    try {
      // What makes speech pleasant takes the hiss away.
      const stream = await navigator.mediaDevices.getUserMedia({
        audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
      });
      const context = new AudioContext();
      const analyser = context.createAnalyser();
      analyser.fftSize = STRETCH;
      context.createMediaStreamSource(stream).connect(analyser);
      microphone.current = { stream, context, analyser };
      setIs('quiet-first');
    } catch {
      setIs('denied');
    }
  };

  const level = async (): Promise<number | undefined> => {
    setIs('measuring');
    const levels: number[] = [];
    for (let i = 0; i < STRETCHES; i += 1) {
      await new Promise((resolve) => setTimeout(resolve, EVERY_MS));
      const now = microphone.current;
      if (!now) return undefined;
      const samples = new Float32Array(STRETCH);
      now.analyser.getFloatTimeDomainData(samples);
      levels.push(bandLevelDb(samples, now.context.sampleRate));
    }
    return steadyLevelDb(levels);
  };

  const takeQuiet = async () => {
    const db = await level();
    if (db === undefined) return;
    setQuietDb(db);
    setMeasured({});
    setIs('ready');
  };
  /** @returns which level the hiss at this place suggests */
  const measure = async (place: string): Promise<number | undefined> => {
    const db = await level();
    if (db === undefined || quietDb === undefined) return undefined;
    setMeasured((all) => ({ ...all, [place]: db - quietDb }));
    setIs('ready');
    return suggestedLevel(db, quietDb);
  };
  const stop = () => {
    close();
    setIs('off');
    setQuietDb(undefined);
  };
  return { is, measured, loudest: loudestOf(measured), open, takeQuiet, measure, stop };
}

/** The place with the most over the quiet, where it is more than none. */
export function loudestOf(measured: Readonly<Record<string, number>>): string | undefined {
  const [place, db] = Object.entries(measured).sort((a, b) => b[1] - a[1])[0] ?? [];
  return db !== undefined && suggestedLevel(db, 0) > 0 ? place : undefined;
}
