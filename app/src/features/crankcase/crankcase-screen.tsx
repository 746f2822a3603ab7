import type { Bench } from '@rugged/contract';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { BenchGate } from '@/bench/bench-gate';
import { KeptBadge } from '@/bench/kept-badge';
import { StepsButton } from '@/bench/steps-button';
import { SetUp } from './set-up';
import { useCrankcaseTest } from './use-crankcase-test';
import type { CaseConditions } from './records';
import { Watch } from './watch';

export const CrankcaseScreen = () => (
  <BenchGate records="crankcase">{(bench) => <CrankcaseOf bench={bench} />}</BenchGate>
);

/** The rig is shut, or the clock runs. */
function CrankcaseOf({ bench }: { bench: Bench }) {
  const router = useRouter();
  const pad = useCrankcaseTest(bench);
  const [again, setAgain] = useState(false);
  const back = () => router.navigate(`/jobs/${bench.job.id}`);
  const watching = pad.running !== undefined && !again;
  const screen = {
    title: 'Crankcase',
    under: watching ? `${caseWatched(pad.running?.conditions)} · ${bench.engine.name}` : bench.engine.name,
    onBack: back,
    action: (
      <>
        <KeptBadge />
        <StepsButton
          jobId={bench.job.id}
          of={pad.running?.conditions.mode === 'vacuum' ? 'crankcase-vacuum' : 'crankcase-pressure'}
        />
      </>
    ),
  };
  return watching ? (
    <Watch bench={bench} pad={pad} screen={screen} onDone={back} onAgain={() => setAgain(true)} />
  ) : (
    <SetUp bench={bench} pad={pad} screen={screen} onStarted={() => setAgain(false)} />
  );
}

const caseWatched = (conditions: CaseConditions | undefined): string =>
  `${conditions?.mode ?? ''}${conditions?.case === undefined ? '' : `, cyl ${conditions.case}`}`;
