import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { useColours } from './theme';
import { Figure, Label, Strong } from './words';

export interface Column {
  name: string;
  /** Share of the width against the other columns. */ width: number;
}
/** The first cell names the row; a text is set as a figure. */
export interface FigureRow {
  key: string;
  cells: readonly ReactNode[];
}

/** A table of figures as wide as its plate. */
export function FigureTable({
  label,
  columns,
  rows,
}: {
  label: string;
  columns: readonly Column[];
  rows: readonly FigureRow[];
}) {
  const c = useColours();
  const cell = (i: number) => ({ flexGrow: columns[i]?.width ?? 1, flexShrink: 1, flexBasis: 0, minWidth: 0 });
  return (
    <View role="table" aria-label={label}>
      <View role="row" style={styles.row}>
        {columns.map(({ name }, i) => (
          <View key={name} role="columnheader" style={cell(i)}>
            <Label lines={1}>{name}</Label>
          </View>
        ))}
      </View>
      {rows.map(({ key, cells }) => (
        <View key={key} role="row" style={[styles.row, styles.line, { borderTopColor: c.line }]}>
          {cells.map((content, i) => (
            <View key={columns[i]?.name} role={i === 0 ? 'rowheader' : 'cell'} style={cell(i)}>
              {typeof content !== 'string' ? (
                content
              ) : i === 0 ? (
                <Strong lines={1}>{content}</Strong>
              ) : (
                <Figure>{content}</Figure>
              )}
            </View>
          ))}
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 6 },
  line: { borderTopWidth: 1, minHeight: 34 },
});
