import { practicePlace } from '@/features/place';

export default practicePlace('DialsScreen');
