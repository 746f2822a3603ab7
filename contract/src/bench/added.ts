import type { Answer } from '../records/answer';
import type { Decision } from '../records/decision';
import type { Note } from '../records/note';
import type { Outcome } from '../records/outcome';
import type { Overrule } from '../records/overrule';
import type { PageRecord } from '../records/page';
import type { Kept } from '../records/record';
import type { Repair } from '../records/repair';
import type { Signature, TickRecord } from '../records/tick';

/**
 * What people add to a job and nobody changes, by the name that its path, its field on the bench and its table share.
 * Schemas are in `records/added.ts`, apart, so that a screen needs no validator to know the names.
 */
export interface AddedRecords {
  overrules: Overrule;
  ticks: TickRecord;
  signatures: Signature;
  notes: Note;
  outcomes: Outcome;
  repairs: Repair;
  decisions: Decision;
  pages: PageRecord;
  answers: Answer;
}
export type AddedName = keyof AddedRecords;
export type AddedOnBench = { [N in AddedName]: (AddedRecords[N] & Kept)[] };
/** What a person sends: the server tells who it was. */
export type NewAdded<N extends AddedName> = Omit<AddedRecords[N], 'by'> & Pick<Kept, 'amends'>;

/** Nothing added yet. A name that is missing here does not compile. */
export const nothingAdded = (): AddedOnBench => ({
  overrules: [],
  ticks: [],
  signatures: [],
  notes: [],
  outcomes: [],
  repairs: [],
  decisions: [],
  pages: [],
  answers: [],
});
export const ADDED_NAMES = Object.keys(nothingAdded()) as AddedName[];
