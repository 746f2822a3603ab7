import { NewJobScreen } from '@/features/new-job/new-job-screen';

export default NewJobScreen;
