import { LOCALE } from '@/ui/format';
import type { Trace } from '@rugged/contract/trace';
import { type Cycle, fromKPa, type PressureUnit, PRESSURE_UNITS, toKPa, UNIT_SIGN } from '@rugged/core';
import { useEffect, useEffectEvent, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { forgetShared, readShared } from '@/bench/shared-file';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { FigureTable } from '@/ui/figure-table';
import { Sheet } from '@/ui/sheet';
import { Strong, Words } from '@/ui/words';
import { useTrace } from './use-trace';

interface Props {
  cylinder: string;
  cycle: Cycle;
  /** The unit that figures are shown and kept in. */
  unit: PressureUnit;
  visible: boolean;
  /** The recording is the file that another app shared. */
  fromShared?: boolean;
  onClose(): void;
  /** In `unit`. */
  onTake(strokes: number[], peak: number): void;
}

/** So many strokes of a recording go on record: more say nothing more about a cylinder. */
const MOST_STROKES = 12;

/** A recording of an electronic pressure sensor in place of typed figures. */
export function TraceSheet({ cylinder, cycle, unit, visible, fromShared = false, onClose, onTake }: Props) {
  const { state, read, readIn } = useTrace();
  const takeShared = useEffectEvent((file: File | undefined) => {
    if (!file) return;
    read(file);
    void forgetShared();
  });
  useEffect(() => {
    if (fromShared) void readShared().then(takeShared);
  }, [fromShared]);
  const chooser = useRef<HTMLInputElement>(null);
  const [said, setSaid] = useState<PressureUnit>();
  return (
    <Sheet title={`Recorded trace, cyl ${cylinder}`} visible={visible} onClose={onClose}>
      <Words colour="dim">A CSV file with time and pressure, from the sensor while the engine was cranked.</Words>
      <input
        ref={chooser}
        type="file"
        accept=".csv,.txt,text/csv"
        hidden
        aria-label="Recorded trace"
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          if (file) read(file);
          setSaid(undefined);
          target.value = '';
        }}
      />
      <Button icon="file-upload-outline" onPress={() => chooser.current?.click()}>
        {state.is === 'empty' ? 'Choose a file' : 'Choose another file'}
      </Button>
      {state.is === 'reading' ? (
        <View role="status">
          <Words>{`Reading ${state.name}: ${state.rows.toLocaleString(LOCALE)} samples`}</Words>
        </View>
      ) : null}
      {state.is === 'wrong' ? (
        <View role="alert">
          <Strong colour="rust">{`${state.name}: ${state.field}: ${state.reason}.`}</Strong>
        </View>
      ) : null}
      {state.is === 'read' ? (
        <Found
          trace={state.trace}
          cycle={cycle}
          shown={unit}
          said={said}
          onSay={(next) => {
            setSaid(next);
            readIn(next);
          }}
          onTake={onTake}
          cylinder={cylinder}
        />
      ) : null}
    </Sheet>
  );
}

interface FoundProps {
  trace: Trace;
  cycle: Cycle;
  shown: PressureUnit;
  said: PressureUnit | undefined;
  cylinder: string;
  onSay(unit: PressureUnit): void;
  onTake: Props['onTake'];
}

function Found({ trace, cycle, shown, said, cylinder, onSay, onTake }: FoundProps) {
  const unit = trace.unit ?? said;
  const inShown = (figure: number) =>
    Number((unit ? fromKPa(toKPa(Math.max(0, figure), unit), shown) : figure).toFixed(1));
  /** As the file has it, below nought too. */
  const exactly = (figure: number) =>
    `${(unit ? fromKPa(toKPa(figure, unit), shown) : figure).toFixed(1)}${unit ? ` ${UNIT_SIGN[shown]}` : ''}`;
  const inWords = (figure: number) => `${inShown(figure)}${unit ? ` ${UNIT_SIGN[shown]}` : ''}`;
  const kept = trace.strokes.slice(0, MOST_STROKES).map(({ peak }) => inShown(peak));
  const rpm = trace.crankingRpm?.[cycle];
  return (
    <>
      {trace.unit === null || said !== undefined ? (
        <Choice
          label="The file does not say its unit"
          options={PRESSURE_UNITS.map((value) => ({ value, word: UNIT_SIGN[value] }))}
          chosen={said}
          onChoose={onSay}
        />
      ) : null}
      {trace.strokes.length === 0 ? (
        <View role="alert">
          <Strong colour="rust">No stroke in it: the pressure never rises and falls.</Strong>
        </View>
      ) : (
        <FigureTable
          label="What the recording shows"
          columns={[
            { name: 'Found', width: 1 },
            { name: 'Figure', width: 1.6 },
          ]}
          rows={[
            ['Strokes', String(trace.strokes.length)],
            ['First stroke', inWords(trace.strokes[0]?.peak ?? 0)],
            ['Peak', inWords(trace.peak)],
            ...(rpm === undefined ? [] : [['Cranking', `${Math.round(rpm)} rev/min`]]),
            ['Length', `${trace.seconds.toFixed(1)} s`],
            ['Samples', trace.samples.toLocaleString(LOCALE)],
          ].map(([key = '', figure = '']) => ({ key, cells: [key, figure] }))}
        />
      )}
      {trace.rest ? (
        <Words>
          {trace.rest.absolute
            ? `With nothing turning the sensor reads ${exactly(trace.rest.level)}, the air round it: it counts from a ` +
              'vacuum. That is taken off every figure.'
            : `With nothing turning the sensor reads ${exactly(trace.rest.level)}, not nought. That is taken off every figure.`}
        </Words>
      ) : null}
      {trace.saturation.length > 0 ? (
        <Strong colour="rust">
          {`The sensor stood at the top of its range ${times(trace.saturation.length)}: the true peak is higher. ` +
            'Use one with more range.'}
        </Strong>
      ) : null}
      {trace.dropouts.length > 0 ? (
        <Words>{`Samples are missing ${times(trace.dropouts.length)}; a stroke may have been lost there.`}</Words>
      ) : null}
      <View style={styles.end}>
        <Button
          kind="main"
          disabled={!unit || kept.length === 0 || trace.saturation.length > 0}
          onPress={() => onTake(kept, inShown(trace.peak))}
        >{`Put it on the dial of cyl ${cylinder}`}</Button>
      </View>
    </>
  );
}

const times = (n: number) => (n === 1 ? 'once' : `${n} times`);

const styles = StyleSheet.create({ end: { flexDirection: 'row' } });
