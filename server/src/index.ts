export { hashPassword } from './accounts/password';
export { createServer } from './server';
export { newBeginning } from './store/beginning';
export { BENCH_SQL } from './store/bench-query';
export { addPerson } from './store/people';
export { asRow } from './store/models';
export { isBehind, prepareDatabase } from './store/prepare';
export { openStore, type Store } from './store/store';
