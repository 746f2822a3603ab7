import { CrankcaseScreen } from '@/features/crankcase/crankcase-screen';

export default CrankcaseScreen;
