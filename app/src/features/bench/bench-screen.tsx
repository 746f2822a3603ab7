import type { Bench } from '@rugged/contract';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { useWindowDimensions } from 'react-native';
import { useVerdict } from '@/data/jobs';
import { PresentPlate } from '@/bench/present-plate';
import { AmendedPlate } from '@/bench/amended-plate';
import { MayBe } from '@/bench/causes/may-be';
import { KeptBadge } from '@/bench/kept-badge';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { WIDE } from '@/ui/tokens';
import { Words } from '@/ui/words';
import { useKeys } from '@/ui/use-keys';
import { BenchGate } from '@/bench/bench-gate';
import { Beside } from './beside';
import { BillPlate } from './bill-plate';
import { benchLine } from '@/bench/bench-line';
import { Cautions } from '@/bench/evidence';
import { KeysSheet } from '@/bench/keys-sheet';
import { Doors } from './doors';
import { NextCard } from './next-card';
import { PlanPlate } from '@/bench/plan-plate';
import { Runs } from '@/bench/runs';
import { WideBench } from '@/bench/wide-bench';

export const BenchScreen = () => <BenchGate>{(bench) => <BenchOf bench={bench} />}</BenchGate>;

function BenchOf({ bench }: { bench: Bench }) {
  const router = useRouter();
  const { width } = useWindowDimensions();
  const verdict = useVerdict(bench);
  const [helping, setHelping] = useState(false);
  const { job } = bench;
  const test = (cylinder?: string) =>
    router.push(`/jobs/${job.id}/compression${cylinder ? `?cylinder=${encodeURIComponent(cylinder)}` : ''}`);
  useKeys({
    j: () => router.navigate('/'),
    c: () => test(),
    f: () => router.push(`/jobs/${job.id}/findings`),
    '?': () => setHelping(true),
    Escape: () => router.navigate('/'),
  });
  const keysSheet = <KeysSheet visible={helping} onClose={() => setHelping(false)} keys={BENCH_KEYS} />;

  if (width >= WIDE) {
    return (
      <>
        {keysSheet}
        <WideBench bench={bench} verdict={verdict} onCylinder={test}>
          <PresentPlate jobId={job.id} />
          <AmendedPlate bench={bench} />
          <BillPlate bench={bench} />
          <NextCard bench={bench} verdict={verdict} />
          <Runs bench={bench} />
          <Beside bench={bench} />
        </WideBench>
      </>
    );
  }
  return (
    <Screen
      title={bench.engine.name}
      under={benchLine(bench)}
      onBack={() => router.navigate('/')}
      action={<KeptBadge />}
    >
      {keysSheet}
      <PlanPlate bench={bench} verdict={verdict} onCylinder={test} />
      <PresentPlate jobId={job.id} />
      <AmendedPlate bench={bench} />
      <BillPlate bench={bench} />
      <NextCard bench={bench} verdict={verdict} short />
      {verdict.ok ? <MayBe bench={bench} judgement={verdict.judgement} /> : null}
      {verdict.ok ? <Cautions judgement={verdict.judgement} folded /> : null}
      {job.otherSaid ? (
        <Plate>
          <Words>{`The other shop said: ${job.otherSaid}`}</Words>
        </Plate>
      ) : null}
      <Doors bench={bench} verdict={verdict} />
    </Screen>
  );
}

const BENCH_KEYS = [
  ['C', 'Compression'],
  ['F', 'Findings'],
  ['J', 'Jobs in the Bay'],
  ['?', 'These keys'],
] as const;
