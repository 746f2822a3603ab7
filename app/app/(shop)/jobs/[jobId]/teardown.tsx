import { place } from '@/features/place';

export default place('TeardownScreen', 'work');
