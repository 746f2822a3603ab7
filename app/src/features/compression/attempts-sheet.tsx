import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/button';
import { dayAndTime } from '@/ui/format';
import { Sheet } from '@/ui/sheet';
import { useColours } from '@/ui/theme';
import { Figure, Words } from '@/ui/words';
import type { CompressionPad, CompressionRecord } from './use-compression-pad';

interface Props {
  pad: CompressionPad;
  visible: boolean;
  onClose(): void;
}

/** What is kept for a cylinder, to correct or take back. Both rows stay in the record. */
export function AttemptsSheet({ pad, visible, onClose }: Props) {
  const c = useColours();
  const correct = (reading: CompressionRecord) => {
    pad.act({ do: 'correct', reading, shown: (figure) => pad.shownIn(figure, reading.figures.unit) });
    onClose();
  };
  const takeBack = (reading: CompressionRecord) => {
    void pad.takeBack(reading);
    if (pad.attempts.length === 1) onClose();
  };
  return (
    <Sheet title={`Kept for cyl ${pad.cylinder}`} visible={visible} onClose={onClose}>
      <Words colour="dim">A correction is added beside the old figure; nothing is wiped out.</Words>
      {pad.attempts.map((reading) => (
        <View key={reading.id} style={[styles.row, { borderTopColor: c.line }]}>
          <View style={styles.figures}>
            <Figure style={styles.peak}>{pad.shownIn(reading.figures.peak, reading.figures.unit)}</Figure>
            <Words colour="dim" style={styles.small}>
              {[
                ...(reading.figures.strokes?.length
                  ? [
                      'strokes ' +
                        reading.figures.strokes.map((stroke) => pad.shownIn(stroke, reading.figures.unit)).join(', '),
                    ]
                  : []),
                dayAndTime(reading.takenAt),
              ].join(' · ')}
            </Words>
          </View>
          <Button
            onPress={() => correct(reading)}
            icon="pencil-outline"
            label={`Correct ${pad.shownIn(reading.figures.peak, reading.figures.unit)}`}
          >
            Correct
          </Button>
          <Button
            onPress={() => takeBack(reading)}
            icon="undo-variant"
            label={`Take back ${pad.shownIn(reading.figures.peak, reading.figures.unit)}`}
          >
            Take back
          </Button>
        </View>
      ))}
    </Sheet>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'center', borderTopWidth: 1, paddingTop: 10 },
  figures: { flexGrow: 1, minWidth: 120 },
  peak: { fontSize: 24 },
  small: { fontSize: 15 },
});
