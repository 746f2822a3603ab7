export { cylinderName, type PageFacts, troubled, untested } from './facts';
export * from './html';
export * from './lead';
export * from './make';
export { barWords, exactMoney, found, inHundred, markWords, money, short } from './words';
