import { Redirect } from 'expo-router';
import { lastJob } from '@/bench/last-job';

/** To the bench that was opened last on this device; to the Bay where there was none. */
export function LastScreen() {
  const id = lastJob();
  return <Redirect href={id ? `/jobs/${id}` : '/'} />;
}
