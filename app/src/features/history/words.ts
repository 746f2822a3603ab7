import type { HistoryItem, SheetField } from '@rugged/contract';
import { TEST_NAME, type TestKind } from '@rugged/core';
import { RECORD_WORD } from '@/bench/record-words';
import { SHEET_WORD } from '@/bench/sheet/field-words';
import { dayAndTime } from '@/ui/format';

const ACTION = { added: 'added', changed: 'changed', removed: 'removed', erased: 'erased' } as const;

/** What was done to which record: "Job 418 changed", "Leak-down reading added". */
export function tellWhat({ record, job, action, now }: Pick<HistoryItem, 'record' | 'job' | 'action' | 'now'>): string {
  const kind = TEST_NAME[now?.['kind'] as TestKind];
  const word = record in RECORD_WORD ? RECORD_WORD[record as keyof typeof RECORD_WORD] : record;
  const name = kind && (record === 'readings' || record === 'tests') ? `${kind} ${word.toLowerCase()}` : word;
  return [name, ...(record === 'jobs' && job !== undefined ? [job] : []), ACTION[action]].join(' ');
}

/** Fields that have a word of their own; the others are told by their names. */
const WORD: Readonly<Record<string, string>> = {
  ...SHEET_WORD,
  alreadyDone: 'Already done',
  otherSaid: 'The other shop said',
  houseRules: 'House rules',
  closedAt: 'Closed',
  openedAt: 'Opened',
  readHere: 'Judged by what others read here',
  usedBefore: 'Used before this meter',
  oRingCheckedOn: 'O-ring checked',
  dueOn: 'Due',
  figures: 'Figures',
  madeAt: 'Made',
  takenAt: 'Taken',
  startedAt: 'Begun',
  amends: 'Why, after it was closed',
  withdrawnAt: 'Withdrawn',
  endsAt: 'Ends',
  leftAt: 'Left',
  role: 'Role',
  usedAt: 'Used',
  families: 'What comes in',
  apprentice: 'By an apprentice',
  passwordHash: 'Password',
  feedSecret: 'Address of the calendar',
  secret: 'Address',
};
/** Keys that lead from row to row say nothing to anybody. */
const SILENT = /(^|[a-z])Ids?$|^supersedes$|^(forPerson|accountId|madeBy|takenBy|startedBy|openedBy)$/;
/** Of a new row these are told above it. */
const TOLD_ABOVE: ReadonlySet<string> = new Set(['kind', 'madeAt', 'takenAt', 'startedAt', 'openedAt']);

const wordOf = (field: string): string => {
  const known = WORD[field as SheetField];
  if (known) return known;
  const apart = field.replace(/([a-z0-9])([A-Z])/g, '$1 $2').toLowerCase();
  return apart.charAt(0).toUpperCase() + apart.slice(1);
};

const LONGEST = 140;
const cut = (text: string) => (text.length > LONGEST ? `${text.slice(0, LONGEST - 1)}…` : text);

const INSTANT = /^\d{4}-\d\d-\d\dT/;
/** Whose figure it is comes first, its unit last. */
const place = (name: string) => (name === 'cylinder' ? 0 : name === 'unit' ? 2 : 1);

const NOTHING = 'nothing';
/** A value as somebody reads it. */
export function tellValue(value: unknown): string {
  if (value === undefined || value === null) return NOTHING;
  if (value === '...') return 'not shown';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'string') return INSTANT.test(value) ? dayAndTime(value) : cut(value === '' ? NOTHING : value);
  if (typeof value === 'number') return String(value);
  if (Array.isArray(value)) return cut(value.length === 0 ? NOTHING : value.map(tellValue).join(', '));
  const inside = Object.entries(value)
    .filter(([, one]) => tellValue(one) !== NOTHING)
    .sort(([a], [b]) => place(a) - place(b))
    .map(([name, one]) => `${wordOf(name).toLowerCase()} ${tellValue(one)}`);
  return cut(inside.length === 0 ? NOTHING : inside.join(', '));
}

interface ToldField {
  field: string;
  was?: string;
  now?: string;
}

/** Field by field what stood there and what stands there; of a new row what it says. */
export function tellFields({ was = {}, now = {}, action }: Pick<HistoryItem, 'was' | 'now' | 'action'>): ToldField[] {
  const fields = [...new Set([...Object.keys(was), ...Object.keys(now)])].filter(
    (field) => !SILENT.test(field) && !(action === 'added' && TOLD_ABOVE.has(field)),
  );
  const told = fields.filter((field) => action !== 'added' || tellValue(now[field]) !== NOTHING);
  return told.map((field) => ({
    field: wordOf(field),
    ...(action === 'changed' || was[field] !== undefined ? { was: tellValue(was[field]) } : {}),
    ...(action === 'changed' || now[field] !== undefined ? { now: tellValue(now[field]) } : {}),
  }));
}
