import type { ProcedureName } from '@rugged/core/procedure';
import { useRouter } from 'expo-router';
import { IconButton } from '@/ui/button';

/** From a pad to the steps of its test. */
export function StepsButton({ jobId, of, cylinder }: { jobId: string; of: ProcedureName; cylinder?: string }) {
  const router = useRouter();
  return (
    <IconButton
      icon="clipboard-text-outline"
      label="Step by step"
      ground
      onPress={() =>
        router.push(
          `/jobs/${jobId}/steps?of=${of}${cylinder === undefined ? '' : `&cylinder=${encodeURIComponent(cylinder)}`}`,
        )
      }
    />
  );
}
