import { useLocalSearchParams, useRouter } from 'expo-router';
import { create } from 'qrcode';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Path, Rect } from 'react-native-svg';
import { KeptBadge } from '@/bench/kept-badge';
import { useEngine } from '@/data/engines';
import { Button } from '@/ui/button';
import { Plate } from '@/ui/plate';
import { Empty, Screen, Waiting } from '@/ui/screen';
import { Strong, Title, Words } from '@/ui/words';

/** A label to print and stick on the machine: a telephone that reads it opens the engine. */
export function EngineLabelScreen() {
  const router = useRouter();
  const { engineId } = useLocalSearchParams<{ engineId: string }>();
  const { item, isLoading } = useEngine(engineId);
  const back = () => (router.canGoBack() ? router.back() : router.replace(`/engines/${engineId}`));
  return (
    <Screen title="Label" under={item?.engine.name ?? ''} onBack={back} action={<KeptBadge />}>
      {item ? (
        <>
          <Plate label="Label" style={styles.label}>
            <Code text={`${location.origin}/engines/${engineId}`} />
            <View style={styles.words}>
              <Title>{item.engine.name}</Title>
              <Words>{item.machine.name}</Words>
              <Words>{item.owner.name}</Words>
              {item.engine.model ? <Strong>{item.engine.model}</Strong> : null}
            </View>
          </Plate>
          <View dataSet={{ print: 'hide' }}>
            <Button kind="main" icon="printer-outline" onPress={() => window.print()}>
              Print the label
            </Button>
          </View>
        </>
      ) : isLoading ? (
        <Waiting what="Fetching the engine" />
      ) : (
        <Empty icon="cloud-off-outline" title="No signal" words="This engine was not opened on this device before." />
      )}
    </Screen>
  );
}

const QUIET = 4;

/** Black on white whatever the theme: a camera reads it, on paper and on the screen. */
function Code({ text }: { text: string }) {
  const { size, path } = useMemo(() => {
    const { modules } = create(text, { errorCorrectionLevel: 'M' });
    const dark = Array.from({ length: modules.size ** 2 }, (_, i) => i).filter((i) => modules.data[i]);
    return {
      size: modules.size,
      path: dark.map((i) => `M${QUIET + (i % modules.size)} ${QUIET + Math.floor(i / modules.size)}h1v1h-1z`).join(''),
    };
  }, [text]);
  const whole = size + 2 * QUIET;
  return (
    <View role="img" aria-label={`Code for ${text}`} style={styles.code}>
      <Svg width="100%" height="100%" viewBox={`0 0 ${whole} ${whole}`} aria-hidden>
        <Rect width={whole} height={whole} fill="#ffffff" />
        <Path d={path} fill="#000000" />
      </Svg>
    </View>
  );
}

const styles = StyleSheet.create({
  label: { flexDirection: 'row', gap: 12, alignItems: 'center' },
  code: { width: 150, height: 150 },
  words: { flex: 1, gap: 2 },
});
