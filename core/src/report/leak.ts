import { COVERAGE } from '../quantity/doubt';
import type { LeakNumbers, LeakReason } from '../test-kinds/leakdown/judged';
import { percent, percentBeside } from './phrases';
import { tellSettle } from './settle';
import { schoolOf } from './sources';

type AgainstItsBands = Extract<LeakReason, LeakNumbers>;

/** A leak against its bands: the book's figure is told as the book's, and the shop's as the shop's. */
export function tellLeak(reason: AgainstItsBands): string {
  const { percent: read, usualPercent = read, sound, fault, source } = reason;
  const both = source.kind === 'book' && fault > sound;
  switch (reason.rule) {
    case 'leak-sound':
      return `${leak(reason, sound)}: sound, up to ${percent(sound)} is (${schoolOf(source)}).`;
    case 'leak-watch':
      return `${leak(reason, sound)}: ${tellWatch(reason)}.`;
    case 'leak-missed':
      if (source.kind !== 'book') return `${leak(reason, fault)}: more than ${percent(fault)} (${schoolOf(source)}).`;
      return (
        `${leak(reason, fault)}: more than the ${percent(sound)} of ${schoolOf(source)}` +
        `${both ? `, and than the ${percent(fault)} that the shop takes for a fault` : ''}.`
      );
    case 'leak-too-close':
      return (
        leak(reason, fault) +
        (both && usualPercent > sound
          ? `: past the ${percent(sound)} of ${schoolOf(source)}, and too close to the ${percent(fault)} that the shop ` +
            'takes for a fault to call. '
          : `, too close to ${percent(fault)} to call (${schoolOf(source)}). `) +
        `Zero the tester. ${tellSettle(reason.settle)}`
      );
  }
}

/** What passes, and is past what a sound one loses, or not surely within it. */
function tellWatch({ percent: read, usualPercent = read, sound, watch, fault, source }: LeakNumbers): string {
  const book = source.kind === 'book';
  const line = book ? `the ${percent(sound)} of ${schoolOf(source)}` : percent(sound);
  const where =
    usualPercent <= sound
      ? `within ${line}, but not surely`
      : `past ${line}, ${usualPercent <= watch ? 'acceptable' : 'poor'}`;
  return book
    ? `${where}; the shop takes more than ${percent(fault)} for a fault`
    : `${where}; a fault starts at ${percent(fault)} (${schoolOf(source)})`;
}

/** `34 % ± 3 leaks away, a 1.1 mm hole` */
function leak(reason: LeakNumbers, line: number): string {
  const { usualPercent } = reason;
  const usual =
    usualPercent === undefined || Math.abs(usualPercent - reason.percent) < USUALLY_THE_SAME
      ? ''
      : `, which is ${percentBeside(usualPercent, line)} through the usual orifice of 1 mm`;
  const hole =
    reason.holeMm === undefined || COVERAGE * (reason.holeDoubtMm ?? 0) >= reason.holeMm
      ? ''
      : `, a ${reason.holeMm.toFixed(2)}${plusMinus(reason.holeDoubtMm)} mm hole`;
  return `${percentBeside(reason.percent, line)} ± ${wholeDoubt(COVERAGE * reason.doubt)} leaks away${hole}${usual}`;
}

/** Closer than this two orifices need not be told apart, percent. */
const USUALLY_THE_SAME = 1.5;
/** No doubt is nought. */
const wholeDoubt = (doubt: number) => (doubt < 0.5 ? 'under 1' : doubt.toFixed(0));

const plusMinus = (doubt: number | undefined): string =>
  doubt === undefined ? '' : ` ± ${Math.max(0.01, COVERAGE * doubt).toFixed(2)}`;
