import { OtherGaugesScreen } from '@/features/other-gauges/other-gauges-screen';

export default OtherGaugesScreen;
