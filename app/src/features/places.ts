/** Every place but the Bay, in one piece: what they share is not made to wait for by the first screen. */
export { BenchScreen } from './bench/bench-screen';
export { CompressionScreen } from './compression/compression-screen';
export { CrankcaseScreen } from './crankcase/crankcase-screen';
export { EngineScreen } from './engines/engine-screen';
export { EnginesScreen } from './engines/engines-screen';
export { FindingsScreen } from './findings/findings-screen';
export { HouseRulesScreen } from './house-rules/house-rules-screen';
export { LeadsScreen } from './leads/leads-screen';
export { LeakdownScreen } from './leakdown/leakdown-screen';
export { NewJobScreen } from './new-job/new-job-screen';
export { NotesScreen } from './notes/notes-screen';
export { OtherGaugesScreen } from './other-gauges/other-gauges-screen';
export { OutboxScreen } from './outbox/outbox-screen';
export { ProcedureScreen } from './procedure/procedure-screen';
export { ShopScreen } from './shop/shop-screen';
export { TeardownScreen } from './teardown/teardown-screen';
export { TestersScreen } from './testers/testers-screen';
