import { Children, type ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { SPACE } from './tokens';

/**
 * Up to three columns of plates: one under the other on a phone, two beside each other on a wide screen (the third
 * under the first), three on a very wide one. `page.css` lays them, so that turning a screen takes nothing apart and
 * paper has one column.
 */
export function Columns({ children }: { children: ReactNode }) {
  const columns = Children.toArray(children);
  return (
    <View style={styles.columns} dataSet={{ columns: String(columns.length) }}>
      {columns.map((column, i) => (
        <View key={i} style={styles.columns}>
          {column}
        </View>
      ))}
    </View>
  );
}

/** Plates of a kind, as many beside each other as there is room for. */
export function Tiles({ children }: { children: ReactNode }) {
  return (
    <View style={styles.columns} dataSet={{ tiles: 'plates' }}>
      {children}
    </View>
  );
}

/** A list in rows of so many, the last filled up with nothing, so that its cards are as wide as the others. */
export function filledRows<T>(items: readonly T[], columns: number): (T | undefined)[] {
  return [...items, ...Array.from({ length: (columns - (items.length % columns)) % columns }, () => undefined)];
}

const styles = StyleSheet.create({ columns: { gap: SPACE.plates, minWidth: 0 } });
