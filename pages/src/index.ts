export { QUESTION, tellAnswer } from './answer';
export { currencyOf, cylinderName, type PageFacts, troubled, untested, engineAndMachine } from './facts';
export * from './html';
export * from './lead';
export * from './make';
export { pageText } from './text';
export {
  barWords,
  chanceWords,
  exactMoney,
  found,
  inHundred,
  markWords,
  money,
  short,
  tidySum,
  wayName,
  wayRange,
  waySum,
} from './words';
