import type { Bench, EngineListItem, Page } from '@rugged/contract';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { found } from './changes';
import { keys, queryClient } from './client';
import { fetching } from './fetching';

const FEW = '6';

interface Found {
  benches: readonly Bench[];
  engines: readonly EngineListItem[];
}

/** Jobs and engines by words: from the server, and without signal from what is on this device. Nothing for no words. */
export function useFind(words: string): Found {
  const search = words.trim();
  const { data } = useQuery({
    queryKey: keys.find(search),
    queryFn: async (): Promise<Found> => {
      const asked = (more: Record<string, string>) => new URLSearchParams({ search, limit: FEW, ...more }).toString();
      const [jobs, engines] = await Promise.all([
        fetching<Page<Bench>>(`/jobs?${asked({ status: 'all' })}`),
        fetching<Page<EngineListItem>>(`/engines?${asked({})}`),
      ]);
      return { benches: jobs.items, engines: engines.items };
    },
    enabled: search !== '',
    gcTime: 60_000,
    placeholderData: keepPreviousData,
  });
  if (search === '') return NOTHING;
  return data ?? { benches: knownBenches(search), engines: [] };
}

const NOTHING: Found = { benches: [], engines: [] };

const knownBenches = (search: string) =>
  queryClient
    .getQueriesData<Bench>({ queryKey: ['bench'] })
    .flatMap(([, bench]) => (bench && found(bench, search) ? [bench] : []))
    .slice(0, Number(FEW));
