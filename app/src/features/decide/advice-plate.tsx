import { capital, type DecisionInput } from '@rugged/core';
import type { Decided } from '@rugged/core/decide';
import { inHundred, money } from '@rugged/pages';
import { StyleSheet } from 'react-native';
import { Plate } from '@/ui/plate';
import { Label, Title, Words } from '@/ui/words';

/** What the figures speak for, or what the shop goes for all the same. */
export function AdvicePlate({
  decided,
  best,
  input,
}: {
  decided: Decided;
  best: string | undefined;
  input: DecisionInput;
}) {
  const option = decided.options.find(({ name }) => name === best);
  if (!option) return null;
  const own = best !== decided.recommended;
  const over = option.chanceOverValue;
  const asItIs = input.options.some(({ name, runsAsItIs }) => name === best && runsAsItIs);
  return (
    <Plate label={own ? 'Chosen' : 'Recommended'}>
      <Label>{own ? 'Chosen' : 'Recommended'}</Label>
      <Title style={styles.title}>{option.name}</Title>
      <Words>
        {option.mean === 0
          ? 'It costs nothing. '
          : `About ${money(option.mean, input.currency)}, in eight of ten cases ${money(option.p10)} to ` +
            `${money(option.p90)}. `}
        {`${capital(inHundred(option.runs))} that it `}
        {asItIs ? `runs on for ${input.wantedHours ?? 0} h. ` : 'runs well then. '}
        {option.valueLeft === undefined
          ? ''
          : option.valueLeft < 0
            ? `The bill is ${money(-option.valueLeft, input.currency)} more than it is worth then. `
            : `Its worth less the bill: ${money(option.valueLeft, input.currency)}. `}
        {over === undefined || over < 0.01 ? '' : `${capital(inHundred(over))} that the bill passes what it is worth.`}
      </Words>
      {own && decided.recommended !== undefined ? (
        <Words colour="dim">{`The figures speak for: ${decided.recommended}.`}</Words>
      ) : null}
    </Plate>
  );
}

const styles = StyleSheet.create({ title: { marginVertical: 2 } });
