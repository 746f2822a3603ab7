/** Plays samples once; nothing where the browser has no sound, or a person has not touched anything yet. */
export function play(samples: Float32Array, hz: number): boolean {
  if (typeof AudioContext === 'undefined') return false;
  try {
    const context = (speaker ??= new AudioContext());
    void context.resume();
    playing?.stop();
    const buffer = context.createBuffer(1, samples.length, hz);
    buffer.copyToChannel(samples as Float32Array<ArrayBuffer>, 0);
    const source = context.createBufferSource();
    source.buffer = buffer;
    source.connect(context.destination);
    source.start();
    playing = source;
    return true;
  } catch {
    return false;
  }
}
let speaker: AudioContext | undefined;
let playing: AudioBufferSourceNode | undefined;
