import { type SchoolOf } from '../jobfile/schools';
import type { State } from '../jobfile/state';
import type { RingResponse } from '../oil/sealing-rise';
import { METHOD_NAME } from './names';
import { type SchoolName, type Otherwise } from '../limits/schools';
import { thumbName } from './sources';

/** How the schools are called in sentences. */

export const WET_SCHOOL: Readonly<Record<SchoolOf<'wetRiseSchool'>, string>> = {
  sealing: 'sealing alone',
  'any-clear-rise': 'any clear rise',
  'others-level': 'a rise to the others',
  'ten-percent': 'ten percent as read',
};

/** Who holds a spread limit, by its percent. */
export const SPREAD_HELD_BY: Readonly<Record<number, string>> = {
  10: 'powersports and outboards',
  15: 'the middle way',
  20: 'marine and general',
  25: 'the patient',
  30: 'a fault for certain',
};

const STATE_WORD: Readonly<Record<State, string>> = {
  sound: 'sound',
  watch: 'one to watch',
  low: 'low',
  dead: 'dead',
  unproven: 'undecided',
};
const RESPONSE_WORD: Readonly<Record<RingResponse, string>> = {
  shown: 'rings',
  absent: 'not the rings',
  undecided: 'undecided',
};

/** `With 10 or 15 % it would be low.` Schools that agree with each other share a sentence. */
export function tellOtherwise(others: readonly Otherwise[]): string {
  const states = [...new Set(others.map(({ state }) => state))];
  return states
    .map(
      (state) =>
        `${schoolList(others.filter((one) => one.state === state).map(({ school }) => school))} would call it ` +
        `${STATE_WORD[state]}.`,
    )
    .join(' ');
}

export function tellOtherResponses(
  others: readonly { school: SchoolOf<'wetRiseSchool'>; response: RingResponse }[],
): string {
  return [...new Set(others.map(({ response }) => response))]
    .map((response) => {
      const schools = others.filter((one) => one.response === response).map(({ school }) => WET_SCHOOL[school]);
      return `Shops that go by ${or(schools)} would say ${RESPONSE_WORD[response]}.`;
    })
    .join(' ');
}

/** `Shops that allow 10 % (powersports and outboards) or compare each against the mean of all` */
function schoolList(schools: readonly SchoolName[]): string {
  const limits = schools.flatMap((school) => (school.matter === 'spread-limit' ? [school.percent] : []));
  const methods = schools.flatMap((school) => (school.matter === 'spread-method' ? METHOD_NAME[school.method] : []));
  const rules = schools.flatMap((school) => (school.matter === 'compression' ? thumbName(school.rule) : []));
  const heldBy = limits.length === 1 ? SPREAD_HELD_BY[limits[0] ?? 0] : undefined;
  const all = [
    ...(limits.length > 0 ? [`allow ${or(limits.map(String))} %${heldBy ? ` (${heldBy})` : ''}`] : []),
    ...(methods.length > 0 ? [`compare ${or(methods)}`] : []),
    ...(rules.length > 0 ? [`go by another rule (${rules.join('; ')})`] : []),
    ...schools.flatMap((school) => schoolDoes(school) ?? []),
  ];
  return `Shops that ${or(all)}`;
}

/** What a school does that is told by itself. */
function schoolDoes(school: SchoolName): string | undefined {
  switch (school.matter) {
    case 'spread-limit':
    case 'spread-method':
    case 'compression':
      return undefined;
    case 'leak-limit':
      return `take more than ${school.fault} % for a fault`;
    case 'temperature':
      return school.school === 'cold'
        ? 'take the book’s figures for a cold engine'
        : 'take the book’s figures for a warm engine';
    case 'throttle':
      return 'do not mind the throttle';
    case 'wet-rise':
      return `go by ${WET_SCHOOL[school.school]}`;
  }
}

/** `a`, `a or b`, `a, b or c` */
function or(words: readonly string[]): string {
  return words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} or ${words[words.length - 1]}`;
}
