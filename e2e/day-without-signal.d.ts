import type { Page } from '@playwright/test';
interface Row {
    jobId: string;
    method: 'POST' | 'PATCH';
    path: string;
    body: Record<string, unknown>;
    what: string;
}
/**
 * What a day leaves: from engine to engine tests, readings, ticks and notes, in the order in which they were entered.
 *
 * @param trouble in the middle of it a reading that the server refuses, and a change of what somebody else changed
 */
export declare function aDay(jobIds: readonly string[], count: number, trouble: boolean): Row[];
/** Lays rows into the outbox of a page, as its own pads would have without signal. */
export declare function layDown(page: Page, rows: readonly Row[]): Promise<void>;
/** How many rows still wait on a page's disk. */
export declare const waitingOn: (page: Page) => Promise<number>;
/** The signal is there again, and the browser says so, as a phone's does. */
export declare function signalBack(page: Page): Promise<void>;
export {};
