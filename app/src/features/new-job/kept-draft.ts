import type { NewJobForm } from './form';

const KEY = 'rugged.new-job';

/** A half-filled form survives a reload: what was entered is never lost. */
export function readDraft(): Partial<NewJobForm> {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<NewJobForm>;
  } catch {
    return {};
  }
}

export function writeDraft(form: Partial<NewJobForm>): void {
  localStorage.setItem(KEY, JSON.stringify(form));
}

export function forgetDraft(): void {
  localStorage.removeItem(KEY);
}
