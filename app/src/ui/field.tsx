import { type KeyboardTypeOptions, StyleSheet, TextInput, View } from 'react-native';
import { useId, useState } from 'react';
import { mayBeTwo, type Signs } from './format';
import { useColours } from './theme';
import { FACE, LINE, RADIUS, TOUCH } from './tokens';
import { Label, Words } from './words';

interface Props {
  label: string;
  value: string;
  onChange(text: string): void;
  error?: string | undefined;
  hint?: string;
  /** In grey until something is typed: what is usual, never what is known. */
  placeholder?: string;
  keyboard?: KeyboardTypeOptions;
  figures?: boolean;
  /** What a comma means in these figures; where nothing is said, 2,600 is asked about. */
  signs?: Signs;
  secret?: boolean;
  multiline?: boolean;
  autoFocus?: boolean;
  autoComplete?: 'email' | 'current-password' | 'off';
  onSubmit?(): void;
  /** The label is only for the ear. */
  hideLabel?: boolean;
}

/** A labelled entry. What is wrong stands under it in words; what was typed stays. */
export function Field({
  label,
  value,
  onChange,
  error,
  hint,
  placeholder,
  keyboard,
  figures = false,
  signs = 'asked',
  secret = false,
  multiline = false,
  autoFocus = false,
  autoComplete = 'off',
  onSubmit,
  hideLabel = false,
}: Props) {
  const c = useColours();
  const id = useId();
  const [focused, setFocused] = useState(false);
  const question = figures && signs === 'asked' && mayBeTwo(value) ? twoWays(value) : undefined;
  const wrong = question ?? (error === undefined ? undefined : `${label} ${error}`);
  const edge = wrong ? c.rust : focused ? c.amber : c.line;
  return (
    <View style={styles.field}>
      {hideLabel ? null : <Label colour={wrong ? 'rust' : 'dim'}>{label}</Label>}
      <TextInput
        value={value}
        onChangeText={onChange}
        aria-label={label}
        aria-invalid={wrong !== undefined}
        aria-describedby={`${id}-note`}
        onFocus={() => setFocused(true)}
        onBlur={() => setFocused(false)}
        secureTextEntry={secret}
        multiline={multiline}
        autoFocus={autoFocus}
        autoComplete={autoComplete}
        autoCapitalize={autoComplete === 'email' || secret ? 'none' : 'sentences'}
        {...(keyboard ? { inputMode: keyboard === 'decimal-pad' ? ('decimal' as const) : ('text' as const) } : {})}
        {...(onSubmit ? { onSubmitEditing: onSubmit } : {})}
        {...(placeholder ? { placeholder } : {})}
        placeholderTextColor={c.dim}
        style={[
          styles.input,
          {
            color: c.ink,
            backgroundColor: c.plate,
            borderColor: edge,
            // The instrument face gives a point the room of a digit: figures with one stand in the word face.
            fontFamily: !figures || value === '' ? FACE.strong : /[.,]/.test(value) ? FACE.heavy : FACE.instrument,
            borderWidth: focused ? LINE + 1 : LINE,
          },
          multiline && styles.multiline,
        ]}
      />
      <View nativeID={`${id}-note`}>
        {wrong ? (
          <Words colour="rust" style={styles.note}>
            {wrong}
          </Words>
        ) : hint ? (
          <Words colour="dim" style={styles.note}>
            {hint}
          </Words>
        ) : null}
      </View>
    </View>
  );
}

/** The comma of 2,600 is a thousand's to one and a point to another. */
const twoWays = (text: string) => {
  const [whole = '', rest = ''] = text.trim().split(',');
  return `${whole}${rest} or ${whole}.${rest}? Type it without the comma.`;
};

const styles = StyleSheet.create({
  field: { gap: 3, flexGrow: 1, flexShrink: 1, minWidth: 90 },
  // No width of its own: in a row fields share what there is, whatever a browser thinks an input needs.
  input: {
    width: 0,
    minWidth: '100%',
    minHeight: TOUCH.least,
    borderRadius: RADIUS,
    paddingHorizontal: 12,
    fontSize: 18,
  },
  multiline: { minHeight: 84, paddingVertical: 10, textAlignVertical: 'top' },
  note: { fontSize: 15, lineHeight: 19 },
});
