/** The practice place, in a piece of its own: whoever never opens it never loads it. */
export { PracticeCaseScreen } from './case-screen';
export { DialsScreen } from './dials-screen';
export { PracticeScreen } from './practice-screen';
