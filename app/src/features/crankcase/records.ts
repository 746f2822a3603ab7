import type { ReactNode } from 'react';
import type { ReadingRecordOf, TestRecordOf } from '@rugged/contract';
import type { ConditionsOf } from '@rugged/core';

export type CaseConditions = ConditionsOf<'crankcase'>;
export type CaseTestRecord = TestRecordOf<'crankcase'>;
export type SampleRecord = ReadingRecordOf<'crankcase'>;

/** The head of the place, whichever half of the test stands under it. */
export interface CaseScreen {
  title: string;
  under: string;
  onBack(): void;
  action: ReactNode;
}
