import { TestersScreen } from '@/features/testers/testers-screen';

export default TestersScreen;
