import type { ReadingRecordOf, TestRecordOf } from '@rugged/contract';
import type { ConditionsOf } from '@rugged/core';

export type CaseConditions = ConditionsOf<'crankcase'>;
export type CaseTestRecord = TestRecordOf<'crankcase'>;
export type SampleRecord = ReadingRecordOf<'crankcase'>;
