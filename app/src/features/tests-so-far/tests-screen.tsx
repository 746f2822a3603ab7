import type { Bench } from '@rugged/contract';
import { useRouter } from 'expo-router';
import { AmendedPlate } from '@/bench/amended-plate';
import { BenchGate } from '@/bench/bench-gate';
import { benchLine } from '@/bench/bench-line';
import { KeptBadge } from '@/bench/kept-badge';
import { OtherTables } from '@/bench/other-tables';
import { Runs } from '@/bench/runs';
import { useVerdict } from '@/data/jobs';
import { Screen } from '@/ui/screen';

export const TestsScreen = () => <BenchGate>{(bench) => <TestsOf bench={bench} />}</BenchGate>;

/** Every test of a job as it was taken, the latest first, and what each kind comes to. */
function TestsOf({ bench }: { bench: Bench }) {
  const router = useRouter();
  const verdict = useVerdict(bench);
  return (
    <Screen
      title="Tests so far"
      under={benchLine(bench)}
      onBack={() => router.navigate(`/jobs/${bench.job.id}`)}
      action={<KeptBadge />}
    >
      <AmendedPlate bench={bench} />
      {verdict.ok ? <OtherTables judgement={verdict.judgement} /> : null}
      <Runs bench={bench} />
    </Screen>
  );
}
