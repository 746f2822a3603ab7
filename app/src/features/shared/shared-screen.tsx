import { InputError, judge, report, type Report, tellStep } from '@rugged/core';
import { useRouter } from 'expo-router';
import { useDeferredValue, useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { lastJob } from '@/bench/last-job';
import { forgetShared, kindOfFile, putAside, readShared } from '@/bench/shared-file';
import { useJobs } from '@/data/jobs';
import { useSignedIn } from '@/data/session';
import { contract } from '@/data/validating';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { Plate } from '@/ui/plate';
import { Empty, Screen, Waiting } from '@/ui/screen';
import { StateMark } from '@/ui/state-mark';
import { Label, Strong, Title, Words } from '@/ui/words';

interface LaunchQueue {
  setConsumer(take: (launch: { files: readonly { getFile(): Promise<File> }[] }) => void): void;
}

/** A file from another app: with which job does it go? A job file is looked at. */
export function SharedScreen() {
  const router = useRouter();
  const [file, setFile] = useState<File | null>();
  useEffect(() => {
    void readShared().then((found) => setFile(found ?? null));
    // Opened with this app by the system: handed over here.
    (globalThis as { launchQueue?: LaunchQueue }).launchQueue?.setConsumer(({ files: [handle] }) => {
      void handle?.getFile().then(async (opened) => {
        await putAside(opened);
        setFile(opened);
      });
    });
  }, []);
  const done = () => void forgetShared().then(() => router.replace('/'));
  if (file === undefined) return <Waiting what="Opening the file" />;
  const kind = file && kindOfFile(file);
  return (
    <Screen title="Shared with the shop" under={file?.name ?? ''} onBack={done}>
      {file && kind === 'picture' ? <WhichJob what="A photograph for a note" to="notes" /> : null}
      {file && kind === 'trace' ? <WhichJob what="A recorded trace for a compression test" to="compression" /> : null}
      {file && kind === 'job-file' ? <JobFileLook file={file} /> : null}
      {!file || kind === 'unknown' ? (
        <Empty
          icon="alert-outline"
          title={file ? 'Nothing to do with this file' : 'No file here'}
          words="A photograph goes with a note, a CSV recording with a compression test, a job file can be looked at."
        />
      ) : null}
      <Button kind="ground" onPress={done}>
        Leave it
      </Button>
    </Screen>
  );
}

/** Jobs in work, the one that was open last first. */
function WhichJob({ what, to }: { what: string; to: 'notes' | 'compression' }) {
  const router = useRouter();
  const [search, setSearch] = useState('');
  const { benches, isLoading, hasNextPage, fetchNextPage, isFetchingNextPage } = useJobs(
    'open',
    useDeferredValue(search),
  );
  const last = lastJob();
  const jobs = [...benches].sort((a, b) => Number(b.job.id === last) - Number(a.job.id === last));
  return (
    <Plate label="Which job" style={styles.plate}>
      <Label>{what}</Label>
      <Title>Which job does it go with?</Title>
      <Field label="Search machine, owner, complaint or number" value={search} onChange={setSearch} />
      {isLoading ? <Waiting what="Fetching the jobs" /> : null}
      {!isLoading && jobs.length === 0 ? <Words colour="dim">No job in work is called so.</Words> : null}
      {jobs.map(({ job, engine }) => (
        <Button key={job.id} onPress={() => router.replace(`/jobs/${job.id}/${to}?shared=yes`)}>
          {`${job.number ?? 'New'} · ${engine.name} · ${job.complaint}`}
        </Button>
      ))}
      {hasNextPage ? (
        <Button kind="chosen" busy={isFetchingNextPage} onPress={() => void fetchNextPage()}>
          More jobs
        </Button>
      ) : null}
    </Plate>
  );
}

type Looked = { ok: true; judgement: Report } | { ok: false; why: string };

/** What a job file says, judged here. */
function JobFileLook({ file }: { file: File }) {
  const {
    shop: { unit },
  } = useSignedIn();
  const [looked, setLooked] = useState<Looked>();
  useEffect(() => {
    void look(file, unit).then(setLooked);
  }, [file, unit]);
  if (!looked) return <Waiting what="Judging the job file" />;
  if (!looked.ok)
    return (
      <Plate hand label="Not readable">
        <Title>This is no job file that can be judged</Title>
        <Words>{looked.why}</Words>
      </Plate>
    );
  const { engine, cylinders, next } = looked.judgement;
  return (
    <Plate label="Job file" style={styles.plate}>
      <Label>Job file, looked at: nothing of it is kept</Label>
      <Title>{engine.headline}</Title>
      <StateMark state={engine.state} size={20} />
      {cylinders.map(({ id, state, reasons }) => (
        <View key={id}>
          <View style={styles.row}>
            <Strong>{`Cyl ${id}`}</Strong>
            <StateMark state={state} size={14} />
          </View>
          {reasons.slice(0, 2).map(({ text }) => (
            <Words key={text} colour="dim">
              {text}
            </Words>
          ))}
        </View>
      ))}
      {next[0] ? <Words>{`Next: ${tellStep(next[0])}. ${next[0].reason.text}`}</Words> : null}
    </Plate>
  );
}

async function look(file: File, unit: Parameters<typeof report>[1]): Promise<Looked> {
  try {
    const { readJobFile } = await contract();
    return { ok: true, judgement: report(judge(readJobFile(await file.text())), unit) };
  } catch (error) {
    return {
      ok: false,
      why: error instanceof InputError ? `${error.field}: ${error.reason}.` : (error as Error).message,
    };
  }
}

const styles = StyleSheet.create({ plate: { gap: 8 }, row: { flexDirection: 'row', gap: 10, alignItems: 'center' } });
