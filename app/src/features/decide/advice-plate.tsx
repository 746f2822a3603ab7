import { capital, CAUSE_NAME, type DecisionInput } from '@rugged/core';
import type { Bench } from '@rugged/contract/bench';
import type { DecidedJob } from '@rugged/core/decide';
import { inHundred, money, QUESTION, tellAnswer, cylinderName } from '@rugged/pages';
import { StyleSheet } from 'react-native';
import { Plate } from '@/ui/plate';
import { Label, Strong, Title, Words } from '@/ui/words';

/** What the figures speak for, or what the shop goes for all the same. */
export function AdvicePlate({
  decided,
  best,
  input,
  engine,
}: {
  decided: DecidedJob;
  best: string | undefined;
  input: DecisionInput;
  engine: Pick<Bench['engine'], 'cylinders'>;
}) {
  const option = decided.options.find(({ name }) => name === best);
  if (!option) return <AnswerOf decided={decided} input={input} engine={engine} />;
  const own = best !== decided.recommended;
  const over = option.chanceOverValue;
  const asItIs = input.options.some(({ name, runsAsItIs }) => name === best && runsAsItIs);
  return (
    <Plate label={own ? 'Chosen' : 'Recommended'} style={styles.plate}>
      <AnswerWords decided={decided} input={input} engine={engine} />
      <Label>{own ? 'Chosen' : 'Recommended'}</Label>
      <Title style={styles.title}>{option.name}</Title>
      <Words>
        {option.mean === 0
          ? 'It costs nothing. '
          : `About ${money(option.mean, input.currency)}, in eight of ten cases ${money(option.p10)} to ` +
            `${money(option.p90)}. `}
        {`${capital(inHundred(option.runs))} that it `}
        {asItIs ? `runs on for ${input.wantedHours ?? 0} h. ` : 'runs well then, as far as its inside goes. '}
        {option.valueLeft === undefined
          ? ''
          : option.valueLeft < 0
            ? `The bill is ${money(-option.valueLeft, input.currency)} more than it is worth then. `
            : `Its worth less the bill: ${money(option.valueLeft, input.currency)}. `}
        {over === undefined || over < 0.01 ? '' : `${capital(inHundred(over))} that the bill passes what it is worth.`}
      </Words>
      {decided.aboutTheSame.length > 0 && !own ? (
        <Words colour="dim">{`About the same by its money: ${decided.aboutTheSame.map(lower).join('; ')}.`}</Words>
      ) : null}
      {option.leaves.length > 0 && option.cures.length > 0 ? (
        <Words colour="dim">{`It does not repair: ${option.leaves.map((cause) => CAUSE_NAME[cause]).join('; ')}.`}</Words>
      ) : null}
      {own && decided.recommended !== undefined ? (
        <Words colour="dim">{`The figures speak for: ${decided.recommended}.`}</Words>
      ) : null}
    </Plate>
  );
}

interface Asked {
  decided: DecidedJob;
  input: DecisionInput;
  engine: Pick<Bench['engine'], 'cylinders'>;
}

/** The answer alone, where nothing is recommended. */
function AnswerOf({ decided, input, engine }: Asked) {
  return (
    <Plate label="The answer" style={styles.plate}>
      <AnswerWords decided={decided} input={input} engine={engine} />
    </Plate>
  );
}

/** What was asked when it came in, and the answer in a line. */
function AnswerWords({ decided: { answer }, input: { currency }, engine }: Asked) {
  const nameOf = (id: string) => cylinderName({ engine }, id);
  return (
    <>
      <Label>{QUESTION[answer.purpose]}</Label>
      <Words>
        <Strong>{tellAnswer(answer, { currency, nameOf })}</Strong>
      </Words>
    </>
  );
}

const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

const styles = StyleSheet.create({ plate: { gap: 4 }, title: { marginVertical: 2 } });
