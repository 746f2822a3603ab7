import { TeardownScreen } from '@/features/teardown/teardown-screen';

export default TeardownScreen;
