import type { Finding, Why } from '@rugged/core/practice';
import { TROUBLE_WORDS } from './words';

type Because = Why['because'][number];
const BECAUSE_WORDS: Readonly<Record<Exclude<Because, 'fault'>, string>> = {
  ...TROUBLE_WORDS,
  'off-its-top': 'The piston did not stand at its top of compression: a valve or a port was open.',
  'crank-went': 'The piston went down under the air.',
  'throttle-shut': 'The throttle was shut: little air came in.',
  cold: 'It was cold.',
  'plugs-in': 'The other cylinders were closed: it turned slowly.',
  'too-few-strokes': 'The needle was still climbing when you stopped.',
  oil: 'Oil sealed what it could, and took some of the room.',
  gauge: 'The rest is what one gauge errs by.',
  arm: 'The rest is what the gauge errs by, and an arm that pulls slower each time.',
};

/** What each does to a reading of compression. */
const DOES_WORDS: Readonly<Record<Finding, string>> = {
  sound: '',
  'rings-or-bore': 'Rings or bore: it goes past the piston.',
  'piston-damage': 'The piston: it goes through it.',
  'intake-valve': 'The intake valve: it goes back where it came from.',
  'exhaust-valve': 'The exhaust valve: it goes out of the exhaust.',
  'head-gasket-external': 'The head gasket: it goes out at the joint.',
  'head-gasket-between': 'The head gasket: it goes into the next cylinder.',
  'head-gasket-coolant': 'The head gasket: it goes into the coolant.',
  'valve-train': 'A valve hardly opens: little comes in.',
  carbon: 'Carbon takes up room: what is in there is squeezed harder.',
  'crank-seal': 'Crank seals do not show at this gauge.',
  'compression-release': 'The release lets it out.',
};

/** One reading and why it read so: what was read, what it would read, and each thing that made the difference. */
export function whyWords(why: Why, findingAt: (place: string) => Finding): string[] {
  switch (why.of) {
    case 'compression':
      return [
        `Cyl ${why.cylinder}${why.wet ? ', wet' : ''}: ${why.read} psi`,
        against(`Tested well${why.wet ? ' and dry' : ''} it reads`, why.good, why.sound),
        ...why.because.map((one) => (one === 'fault' ? DOES_WORDS[findingAt(why.cylinder)] : BECAUSE_WORDS[one])),
      ];
    case 'air':
      return [
        `Cyl ${why.cylinder}, air: holds ${why.held} of ${why.supply} psi`,
        against('At its top it holds', why.good, why.sound),
        ...why.because.map((one) => (one === 'fault' ? DOES_WORDS[findingAt(why.cylinder)] : BECAUSE_WORDS[one])),
      ];
    case 'case':
      return [
        `Crankcase, ${why.mode}: ${why.from} to ${why.to} ${why.mode === 'pressure' ? 'psi' : 'inHg'}`,
        ...(why.because.length === 0 ? ['It holds: seals and joints are good.'] : []),
        ...why.because.map((one) => (one === 'fault' ? 'Crank seals: it goes past them.' : BECAUSE_WORDS[one])),
      ];
  }
}

const against = (words: string, good: number, sound: number): string =>
  Math.round(good) === Math.round(sound)
    ? `${words} ${Math.round(good)}, as a sound one.`
    : `${words} ${Math.round(good)}; a sound one ${Math.round(sound)}.`;
