import { type Bench, decisionOf, openedSinceDecided, readersOf } from '@rugged/contract/bench';
import { PAGE_KINDS, type PageKind } from '@rugged/contract/page';
import { capital, INSIDE_NAME, type Report } from '@rugged/core';
import { currencyOf, makePage, PAGE_TITLE, type PageFacts, short, suggestedLead, usualPage } from '@rugged/pages';
import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { BenchGate } from '@/bench/bench-gate';
import { KeptBadge } from '@/bench/kept-badge';
import { NextDate } from '@/bench/next-date';
import { countingNotes } from '@/bench/notes/use-notes';
import { weighingOf } from '@/bench/decision';
import { useDecided } from '@/bench/use-decided';
import { useDraft } from '@/data/draft';
import { useVerdict } from '@/data/jobs';
import { add } from '@/data/recording';
import { useSignedIn } from '@/data/session';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Columns } from '@/ui/columns';
import { Field } from '@/ui/field';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { Label, Strong, Title, Words } from '@/ui/words';
import { AlsoOnIt } from './also-on-it';
import { AnswerPlate } from './answer-plate';
import { AskCurrency } from './ask-currency';
import { KeptPages } from './kept-pages';
import { PageFrame } from './page-frame';
import { useOtherFacts, useSameVisit } from './same-visit';

export const PagesScreen = () => <BenchGate>{(bench) => <PagesOf bench={bench} />}</BenchGate>;

function PagesOf({ bench }: { bench: Bench }) {
  const router = useRouter();
  const verdict = useVerdict(bench);
  return (
    <Screen
      title="Pages"
      under={`${bench.engine.name} · ${bench.owner.name}`}
      onBack={() => router.navigate(`/jobs/${bench.job.id}`)}
      action={<KeptBadge />}
      wide
    >
      {verdict.ok ? (
        <Writing bench={bench} report={verdict.judgement} />
      ) : (
        <Plate hand>
          <Title>Something entered is not right</Title>
          <Words>{`${verdict.error.field}: ${verdict.error.reason}.`}</Words>
        </Plate>
      )}
    </Screen>
  );
}

const KINDS = PAGE_KINDS.map((value) => ({ value, word: PAGE_TITLE[value] }));

interface Draft {
  kind?: PageKind;
  /** By kind: what was written over the suggested one. */
  leads: Partial<Record<PageKind, string>>;
  photos: string[];
  /** Jobs of other engines that stand on it too. */
  others?: string[];
}

function Writing({ bench, report }: { bench: Bench; report: Report }) {
  const router = useRouter();
  const tell = useNotice();
  const { shop, person } = useSignedIn();
  const [draft, setDraft] = useDraft<Draft>(`pages.${bench.job.id}`, { leads: {}, photos: [] });
  const decision = decisionOf(bench);
  const reopened = openedSinceDecided(bench);
  // Without a decision the usual ways answer what it was brought in for; they do not stand on the page.
  const { input, chosen, stopAt } = useMemo(() => weighingOf(bench, shop.prices), [bench, shop.prices]);
  const { decided } = useDecided(bench, input);
  const [now] = useState(() => new Date());
  const pictures = countingNotes(bench.notes).flatMap(({ photoId, text, about, part, cylinder }) =>
    photoId === undefined
      ? []
      : [
          {
            id: photoId,
            caption: short(
              text ??
                `${part ? capital(INSIDE_NAME[part]) : CAPTION[about]}${cylinder === undefined ? '' : `, cylinder ${cylinder}`}`,
              LONGEST.caption,
            ),
          },
        ],
  );
  const facts: PageFacts = useMemo(
    () => ({
      bench,
      report,
      ...(decided ? { answer: decided.answer } : {}),
      ...(decided && (decision || decided.answer.purpose === 'buying') ? { decided, input: decided.input } : {}),
      ...(decision && chosen !== undefined ? { chosen } : {}),
      ...(decision && stopAt !== undefined ? { stopAt } : {}),
      shop,
      unit: shop.unit,
      now,
      readers: readersOf(bench, person.name),
      photos: [],
    }),
    [bench, report, decided, decision, chosen, stopAt, shop, now, person.name],
  );
  const here = useSameVisit(bench);
  const others = useOtherFacts(
    here.filter(({ job }) => draft.others?.includes(job.id)),
    shop,
    person.name,
    now,
  );
  const whole = others.length > 0 ? { ...facts, others } : facts;
  const kind = draft.kind ?? usualPage(bench, facts);
  const lead = draft.leads[kind] ?? suggestedLead(kind, whole);
  const photos = pictures.filter(({ id }) => draft.photos.includes(id));
  const tooLong = lead.trim().length > LONGEST.lead;
  const page = makePage(kind, { ...whole, photos }, lead.trim() === '' ? suggestedLead(kind, whole) : lead.trim());
  const keep = () =>
    void add(bench, 'pages', { page }, `Page: ${PAGE_TITLE[kind]}`).then(() =>
      tell({ text: 'Page kept. It can go out now' }),
    );
  // No page leaves with sums in nobody knows which money.
  const currencyMissing = page.blocks.some((block) => block.is === 'ways') && currencyOf(facts) === undefined;
  const undecided = decision === undefined && (kind === 'owner' || kind === 'second-opinion');
  return (
    <Columns>
      <>
        <Plate label="The page" style={styles.gap}>
          <Choice
            label="For whom"
            options={KINDS}
            chosen={kind}
            onChoose={(value) => setDraft((before) => ({ ...before, kind: value }))}
          />
          <Field
            label="What is read first"
            value={lead}
            multiline
            error={tooLong ? `is longer than ${LONGEST.lead} characters` : undefined}
            onChange={(text) => setDraft((before) => ({ ...before, leads: { ...before.leads, [kind]: text } }))}
          />
          {draft.leads[kind] === undefined ? null : (
            <Button
              icon="undo-variant"
              onPress={() => setDraft(({ leads: { [kind]: _, ...leads }, ...before }) => ({ ...before, leads }))}
            >
              As suggested
            </Button>
          )}
          {pictures.length > 0 ? (
            <View role="group" aria-label="Photographs on it" style={styles.gap}>
              <Label>Photographs on it</Label>
              {pictures.map(({ id, caption }) => {
                const on = draft.photos.includes(id);
                return (
                  <Button
                    key={id}
                    kind={on ? 'chosen' : 'plain'}
                    pressed={on}
                    disabled={!on && photos.length >= LONGEST.photos}
                    onPress={() =>
                      setDraft((before) => ({
                        ...before,
                        photos: on ? before.photos.filter((one) => one !== id) : [...before.photos, id],
                      }))
                    }
                  >
                    {caption}
                  </Button>
                );
              })}
            </View>
          ) : null}
          {here.length > 0 && kind !== 'machine-shop' ? (
            <AlsoOnIt
              benches={here}
              on={draft.others ?? []}
              onChange={(ids) => setDraft((before) => ({ ...before, others: ids }))}
            />
          ) : null}
          {undecided ? (
            <>
              <Words>
                <Strong>Nothing is decided yet. </Strong>The page says what was found, and not what it costs.
              </Words>
              <Button onPress={() => router.push(`/jobs/${bench.job.id}/decide`)}>Decide first</Button>
            </>
          ) : null}
          {reopened ? (
            <>
              <Words>
                <Strong>It was opened since it was decided. </Strong>The page follows what was found, not the choice of
                before.
              </Words>
              <Button onPress={() => router.push(`/jobs/${bench.job.id}/decide`)}>Decide anew</Button>
            </>
          ) : null}
          {currencyMissing ? <AskCurrency /> : null}
          {/* What it costs belongs on it: while the options are weighed there is nothing to keep yet. */}
          <Button kind="main" busy={decided === undefined} disabled={tooLong || currencyMissing} onPress={keep}>
            Keep this page
          </Button>
        </Plate>
        <KeptPages bench={bench} facts={facts} weighed={decided !== undefined} />
        <AnswerPlate bench={bench} />
        {kind === 'proof' || kind === 'baseline' ? <NextDate bench={bench} /> : null}
      </>
      <>
        <PageFrame page={page} />
      </>
    </Columns>
  );
}

/** What a page has room for. */
const LONGEST = { lead: 600, caption: 120, photos: 8 } as const;

const CAPTION = { plug: 'Plug', gauge: 'Gauge', bore: 'Bore', part: 'Part', other: 'Photograph' } as const;

const styles = StyleSheet.create({ gap: { gap: 8 } });
