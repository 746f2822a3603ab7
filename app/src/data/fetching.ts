import { NoSignal, request } from './api';
import { outbox } from './client';

/** A GET that tells the outbox whether there is signal. */
export async function fetching<T>(path: string): Promise<T> {
  try {
    const answer = await request<T>('GET', path);
    outbox.heard();
    return answer;
  } catch (error) {
    if (error instanceof NoSignal) outbox.lost();
    throw error;
  }
}
