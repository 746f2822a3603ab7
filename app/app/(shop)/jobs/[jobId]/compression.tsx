import { place } from '@/features/place';

export default place('CompressionScreen', 'work');
