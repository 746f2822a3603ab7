import { ProcedureScreen } from '@/features/procedure/procedure-screen';

export default ProcedureScreen;
