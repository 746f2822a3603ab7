import { place } from '@/features/place';

export default place('PracticePlace');
