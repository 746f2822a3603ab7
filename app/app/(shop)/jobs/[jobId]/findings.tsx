import { FindingsScreen } from '@/features/findings/findings-screen';

export default FindingsScreen;
