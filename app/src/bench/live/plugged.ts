import { formatSamples, parseLine } from '@rugged/contract/live';
import type { Source } from './live-stream';

/** The part of the browser's serial port that is used. */
export interface Port {
  open(options: { baudRate: number }): Promise<void>;
  readonly readable: ReadableStream<Uint8Array> | null;
}
interface Serial {
  requestPort(): Promise<Port>;
}

const BAUD = 115_200;
const CLOSED = 2;

const serial = (): Serial | undefined => (globalThis.navigator as { serial?: Serial } | undefined)?.serial;

/** Whether a board can be plugged into this browser. */
export const canPlug = (): boolean => serial() !== undefined;

/** A board on a cable that writes the line protocol. It is read all the time; a take begins where it is then. */
export class Plugged {
  private hello: string | undefined;
  private readonly takes = new Set<(line: string) => void>();
  private gone = false;

  /** Asks which board. @throws DOMException where nobody chose one */
  static async ask(): Promise<Plugged> {
    const port = await (serial() as Serial).requestPort();
    return Plugged.on(port);
  }

  static async on(port: Port): Promise<Plugged> {
    await port.open({ baudRate: BAUD });
    const plugged = new Plugged();
    void plugged.read(port);
    return plugged;
  }

  /** One take, as a stream of the server would be. */
  source = (): Source => {
    let base: number | undefined;
    const source: Source & { readyState: number } = {
      onmessage: null,
      onerror: null,
      readyState: 1,
      close: () => {
        source.readyState = CLOSED;
        this.takes.delete(line);
      },
    };
    const say = (data: string) => source.onmessage?.({ data, lastEventId: '' } as MessageEvent<string>);
    const line = (text: string) => {
      const read = parseLine(text);
      if (read.line !== 'samples') return say(text);
      base ??= read.from;
      say(formatSamples(read.from - base, read.rows));
    };
    this.takes.add(line);
    // The board said hello when it was plugged in, not when the take began.
    queueMicrotask(() => {
      if (this.hello) say(this.hello);
      if (this.gone) {
        source.readyState = CLOSED;
        source.onerror?.(new Event('error'));
      }
    });
    return source;
  };

  private async read(port: Port): Promise<void> {
    const decoder = new TextDecoder();
    let rest = '';
    const reader = port.readable?.getReader();
    try {
      for (;;) {
        const piece = await reader?.read();
        if (!piece || piece.done) break;
        const lines = (rest + decoder.decode(piece.value, { stream: true })).split(/\r?\n/);
        rest = lines.pop() ?? '';
        for (const line of lines) this.heard(line.trim());
      }
    } catch {
      // Pulled out: what comes is nothing more.
    }
    this.gone = true;
  }

  private heard(line: string): void {
    if (line === '') return;
    if (line.startsWith('hello ')) this.hello = line;
    for (const take of this.takes) {
      try {
        take(line);
      } catch {
        // A line cut in the middle, as the first one after plugging in often is.
      }
    }
  }
}
