import { BenchScreen } from '@/features/bench/bench-screen';

export default BenchScreen;
