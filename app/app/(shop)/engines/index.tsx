import { EnginesScreen } from '@/features/engines/engines-screen';

export default EnginesScreen;
