import { type Bench, countingReadings } from '@rugged/contract/bench';
import { type FiguresOf, type TestKind, TEST_NAME } from '@rugged/core';
import equal from 'fast-deep-equal';
import { correction, type Recorded, together } from '@/data/recording';
import { isLook } from './looks';
import { isSize, partOf, type SizeKind, type TypedPart } from './sizes';

/** What of a cylinder's parts is new, as it is kept: what corrects an earlier row says so. */
export function recordedParts(
  bench: Bench,
  cylinder: string,
  parts: readonly TypedPart[],
  looks: readonly FiguresOf<'opened'>[],
  now: number,
): { recorded: Recorded<TestKind>; what: string }[] {
  const here = countingReadings(bench.readings);
  const sizes = here.filter(isSize).filter(({ figures }) => figures.cylinder === cylinder);
  const seen = here.filter(isLook).filter(({ figures }) => figures.cylinder === cylinder);
  const sizeOf = (part: string) => sizes.find((one) => partOf(one) === part);
  const lookOf = ({ part }: FiguresOf<'opened'>) => seen.findLast(({ figures }) => figures.part === part);
  const freshSizes = parts.filter(({ part, figures }) => !equal(sizeOf(part)?.figures, figures));
  const freshLooks = looks.filter((figures) => !equal(lookOf(figures)?.figures, figures));

  const begun: Recorded<TestKind>[] = [
    ...together(
      bench,
      freshSizes
        .filter(({ part }) => !sizeOf(part))
        .map(({ kind, figures }) => ({ kind, conditions: {}, figures, now })),
    ),
    ...together(
      bench,
      freshLooks
        .filter((figures) => !lookOf(figures))
        .map((figures) => ({ kind: 'opened' as const, conditions: {}, figures, now })),
    ),
  ];
  const mended: Recorded<TestKind>[] = [
    ...freshSizes.flatMap(({ part, figures }) => {
      const was = sizeOf(part);
      return was ? [correction<SizeKind>(was, figures, now)] : [];
    }),
    ...freshLooks.flatMap((figures) => {
      const was = lookOf(figures);
      return was ? [correction(was, figures, now)] : [];
    }),
  ];
  return [...begun, ...mended].map((recorded) => ({
    recorded,
    what: `${TEST_NAME[recorded.reading.kind]}, cyl ${cylinder}`,
  }));
}
