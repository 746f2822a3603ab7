import type { Page } from '@playwright/test';
interface Row {
  method: 'POST' | 'PATCH';
  path: string;
  body: Record<string, unknown>;
  what: string;
}
/**
 * What a day on one job leaves: tests, readings, ticks and notes, in the order in which they were entered.
 *
 * @param trouble in the middle of it a reading that the server refuses, and a change of what somebody else changed
 */
export declare function aDay(jobId: string, count: number, trouble: boolean): Row[];
/** Lays rows into the outbox of a page, as its own pads would have without signal. */
export declare function layDown(page: Page, jobId: string, rows: readonly Row[]): Promise<void>;
export {};
