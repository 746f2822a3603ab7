import type { DecisionInput } from '../jobfile/decision';
import type { JobFile } from '../jobfile/job-file';
import type { Purpose } from '../jobfile/purpose';
import { BEARS_OUT, type Claim, claimIn } from './claim';
import type { Answer, Because, Decided, DecidedOption, Is, WeighedJob } from './decided';
import { FAULTY_BELOW, type Odds, type Trouble } from './odds';

type Said = { is: Is } & Because;

/** Who named no purpose asks what is wrong. */
const USUAL: Purpose = 'fault';
/** What takes the barrel off, or the crank out. */
const DEEP: readonly Trouble[] = [
  'rings-or-bore',
  'piston-damage',
  'crank-seal',
  'bore-past-rings',
  'small-end',
  'crank',
  'case',
];
/** So likely, it is not asked any more; and so unlikely. */
const LIKELY = 0.5;
const UNLIKELY = 0.2;

/** Yes, no, or not yet, to what the engine was brought in for. */
export function answerFor(
  { purpose = USUAL, otherSaid }: Pick<JobFile, 'purpose' | 'otherSaid'>,
  { state, troubles: { worst, cylinder } }: WeighedJob,
  decided: Decided,
  input: DecisionInput,
): Answer {
  const claim = otherSaid === undefined ? undefined : claimIn(otherSaid);
  const sound = (worst.get('sound') ?? 0) >= FAULTY_BELOW;
  if (!sound) {
    const said = ofFaulty(purpose, claim, worst, decided, input);
    return { purpose, ...(cylinder !== undefined && 'cause' in said ? { ...said, cylinder } : said) };
  }
  if (state === 'sound' || state === 'watch') return { purpose, ...ofSound(purpose, claim) };
  return { purpose, ...unproven(decided) };
}

/** Whether it seals is not the question that every purpose asks. */
function ofSound(purpose: Purpose, claim: Claim | undefined): Said {
  if (purpose === 'second-opinion' && claim !== undefined)
    return claim === 'nothing'
      ? { is: 'yes', because: 'agrees', cause: 'sound', chance: 1 }
      : { is: 'no', because: 'disagrees', cause: 'sound', chance: 1 };
  return { is: purpose === 'fault' || purpose === 'before-teardown' ? 'no' : 'yes', because: 'seals' };
}

function unproven({ tests: [test] }: Pick<Decided, 'tests'>): Said {
  return { is: 'not-yet', because: 'unproven', ...(test ? { test: test.test, cylinder: test.cylinder } : {}) };
}

function ofFaulty(
  purpose: Purpose,
  claim: Claim | undefined,
  odds: Odds,
  decided: Decided,
  input: DecisionInput,
): Said {
  const [first = 'sound' as Trouble] = [...odds].flatMap(([cause]) => (cause === 'sound' ? [] : [cause]));
  const chance = (causes: readonly Trouble[]) => causes.reduce((sum, cause) => sum + (odds.get(cause) ?? 0), 0);
  const way = mendingWay(decided);
  const withWay = (one: DecidedOption | undefined) => ({
    cause: first,
    chance: odds.get(first) ?? 0,
    ...(one === undefined ? {} : { way: one.name, bill: one.mean }),
  });
  switch (purpose) {
    case 'fault':
      return chance([first]) >= LIKELY ? { is: 'yes', because: 'known', ...withWay(way) } : unproven(decided);
    case 'go-or-stop':
    case 'waking':
      return worthGoingOn(decided, input, withWay);
    case 'buying': {
      const dear = way !== undefined && input.valueRunning !== undefined && way.mean >= input.valueRunning;
      return { is: dear ? 'no' : 'not-yet', because: dear ? 'does-not-pay' : 'takes-off', ...withWay(way) };
    }
    case 'second-opinion': {
      if (claim === undefined)
        return chance([first]) >= LIKELY ? { is: 'yes', because: 'known', ...withWay(way) } : unproven(decided);
      const right = claim === 'rebuild' ? chance(DEEP) : chance(BEARS_OUT[claim]);
      if (right > UNLIKELY && right < LIKELY) return unproven(decided);
      return right >= LIKELY
        ? { is: 'yes', because: 'agrees', ...withWay(way) }
        : { is: 'no', because: 'disagrees', ...withWay(way) };
    }
    case 'before-teardown': {
      const deep = chance(DEEP);
      if (deep > UNLIKELY && deep < LIKELY) return unproven(decided);
      return deep >= LIKELY
        ? { is: 'yes', because: 'comes-apart', ...withWay(way) }
        : { is: 'no', because: 'stays-together', ...withWay(way) };
    }
    case 'after-rebuild':
    case 'baseline':
      return { is: 'no', because: 'known', ...withWay(way) };
  }
}

/** The way that is gone for, where it mends something; else the first that does. */
function mendingWay({ options, recommended }: Pick<Decided, 'options' | 'recommended'>): DecidedOption | undefined {
  const mends = options.filter(({ cures, unsaid }) => cures.length > 0 && !unsaid);
  return mends.find(({ name }) => name === recommended) ?? mends[0];
}

function worthGoingOn(
  { options, recommended }: Decided,
  { options: asked }: DecisionInput,
  withWay: (one: DecidedOption | undefined) => { cause: Trouble; chance: number; way?: string; bill?: number },
): Said {
  const way = options.find(({ name }) => name === recommended);
  if (!way) return { is: 'not-yet', because: 'no-value', ...withWay(options.find(({ cures }) => cures.length > 0)) };
  if (way.runs >= LIKELY && asked.some(({ name, runsAsItIs }) => name === recommended && runsAsItIs))
    return { is: 'yes', because: 'runs-on', ...withWay(way) };
  const mendsIt =
    way.cures.length > 0 && !/-engine$/.test(asked.find(({ name }) => name === recommended)?.repair ?? '');
  return mendsIt
    ? { is: 'yes', because: 'pays', ...withWay(way) }
    : { is: 'no', because: 'does-not-pay', ...withWay(mendingWay({ options })) };
}
