import { LeadsScreen } from '@/features/leads/leads-screen';

export default LeadsScreen;
