import { InputError, type JobFile, judge, type PressureUnit, type Report, report } from '@rugged/core';

export interface JudgeTask {
  id: number;
  job: JobFile;
  unit: PressureUnit;
}
/** What cannot be judged is said by whoever asks: an error does not travel. */
export type JudgeAnswer = { id: number; judgement: Report | undefined };

/** Judges beside the screen what is about to come into sight. */
onmessage = ({ data: { id, job, unit } }: MessageEvent<JudgeTask>) => {
  let judgement: Report | undefined;
  try {
    judgement = report(judge(job), unit);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
  }
  postMessage({ id, judgement } satisfies JudgeAnswer);
};
