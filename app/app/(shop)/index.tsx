import { BayScreen } from '@/features/bay/bay-screen';

export default BayScreen;
