import { LeakdownScreen } from '@/features/leakdown/leakdown-screen';

export default LeakdownScreen;
