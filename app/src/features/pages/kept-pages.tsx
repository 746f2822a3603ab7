import type { Bench, PageRecord } from '@rugged/contract';
import { makePage, PAGE_TITLE, type PageFacts } from '@rugged/pages';
import equal from 'fast-deep-equal';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type GivenLink, useGiveLink, usePageLinks, useWithdrawLink } from '@/data/page-links';
import { useOutbox } from '@/data/use-outbox';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { day, dayAndTime } from '@/ui/format';
import { handOver } from '@/ui/hand-over';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { useColours } from '@/ui/theme';
import { Label, Strong, Words } from '@/ui/words';

/**
 * Pages that were kept, with where they went: each stays as it was, and says when it is no longer what is known.
 * @param weighed what it costs has been reckoned: before that nothing can be compared
 */
export function KeptPages({ bench, facts, weighed }: { bench: Bench; facts: PageFacts; weighed: boolean }) {
  const { data: links = [], isError } = usePageLinks(bench.job.id);
  const pages = [...bench.pages].sort((a, b) => Date.parse(b.madeAt) - Date.parse(a.madeAt));
  if (pages.length === 0) return null;
  return (
    <Plate label="Pages that were kept" style={styles.gap}>
      <Label>Pages that were kept</Label>
      {isError ? <Words colour="dim">There is no signal: links are given and withdrawn with it.</Words> : null}
      {pages.map((page) => (
        <Kept
          key={page.id}
          bench={bench}
          record={page}
          old={weighed && isOld(page, facts)}
          links={links.filter(({ pageId }) => pageId === page.id)}
        />
      ))}
    </Plate>
  );
}

/** Whether the same page, made on its day, would say something else by what is known now. */
function isOld({ page, madeAt }: PageRecord, known: PageFacts): boolean {
  const facts = { ...known, now: new Date(madeAt) };
  const photos = page.blocks.flatMap((block) => (block.is === 'photos' ? block.photos : []));
  return !equal(makePage(page.kind, { ...facts, photos }).blocks, page.blocks);
}

const DAYS = [
  { value: '7', word: '7 days' },
  { value: '30', word: '30 days' },
  { value: '90', word: '90 days' },
] as const;

function Kept({ bench, record, old, links }: { bench: Bench; record: PageRecord; old: boolean; links: GivenLink[] }) {
  const c = useColours();
  const tell = useNotice();
  const give = useGiveLink(bench.job.id);
  const { entries } = useOutbox();
  const [days, setDays] = useState<(typeof DAYS)[number]['value']>('30');
  const [asking, setAsking] = useState(false);
  const waits = entries.some(({ body }) => body['id'] === record.id);
  const failed = (error: Error) => tell({ text: `${error.message}. Links need the server.` });
  return (
    <View style={[styles.kept, { borderTopColor: c.line }]}>
      <Strong>{`${PAGE_TITLE[record.page.kind]}, ${dayAndTime(record.madeAt)}`}</Strong>
      <Words colour="dim" lines={3}>
        {record.page.lead}
      </Words>
      {old ? <Strong colour="ochre">Newer findings exist: this page says what was known then.</Strong> : null}
      {waits ? (
        <Words colour="dim">On this device. A link and the PDF can be had once it is sent.</Words>
      ) : (
        <View style={styles.row}>
          <Button onPress={() => setAsking(!asking)} style={styles.grow}>
            Give a link
          </Button>
          <Button onPress={() => window.open(`/api/pages/${record.id}/page.pdf`, '_blank')} style={styles.grow}>
            PDF
          </Button>
        </View>
      )}
      {asking ? (
        <View style={styles.gap}>
          <Choice label="It ends after" options={DAYS} chosen={days} onChoose={(value) => setDays(value)} />
          <Button
            busy={give.isPending}
            onPress={() =>
              give.mutate(
                { pageId: record.id, days: Number(days) },
                {
                  onSuccess: (link) => {
                    setAsking(false);
                    void handOver(addressOf(link), record.page.title).then((how) => tell({ text: how }));
                  },
                  onError: failed,
                },
              )
            }
          >
            Make the link
          </Button>
        </View>
      ) : null}
      {links.map((link) => (
        <Link key={link.id} jobId={bench.job.id} link={link} title={record.page.title} />
      ))}
    </View>
  );
}

const addressOf = ({ path }: GivenLink) => `${location.origin}${path}`;

function Link({ jobId, link, title }: { jobId: string; link: GivenLink; title: string }) {
  const tell = useNotice();
  const withdraw = useWithdrawLink(jobId);
  const [now] = useState(() => Date.now());
  const ended = link.withdrawnAt !== undefined || Date.parse(link.endsAt) < now;
  const state =
    link.withdrawnAt !== undefined
      ? `withdrawn ${day(link.withdrawnAt)}`
      : ended
        ? `ended ${day(link.endsAt)}`
        : `until ${day(link.endsAt)}`;
  const opened = link.opened === 0 ? 'not opened yet' : `opened ${link.opened} ${link.opened === 1 ? 'time' : 'times'}`;
  return (
    <View style={styles.gap}>
      <Words>
        <Strong>{ended ? 'Link, gone. ' : 'Link. '}</Strong>
        {`${state}, ${opened}.`}
      </Words>
      {ended ? null : (
        <>
          <Words style={styles.address} lines={1}>
            {addressOf(link)}
          </Words>
          <View style={styles.row}>
            <Button
              onPress={() => void handOver(addressOf(link), title).then((how) => tell({ text: how }))}
              style={styles.grow}
            >
              Hand it over
            </Button>
            <Button
              busy={withdraw.isPending}
              onPress={() =>
                withdraw.mutate(link.id, {
                  onSuccess: () => tell({ text: 'Withdrawn: nobody can open it any more' }),
                  onError: (error) => tell({ text: `${error.message}. It is not withdrawn yet.` }),
                })
              }
              style={styles.grow}
            >
              Withdraw
            </Button>
          </View>
        </>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 8 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  grow: { flexGrow: 1 },
  kept: { gap: 6, borderTopWidth: 1, paddingTop: 8 },
  address: { fontSize: 14, lineHeight: 18 },
});
