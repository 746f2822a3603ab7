import { EngineScreen } from '@/features/engines/engine-screen';

export default EngineScreen;
