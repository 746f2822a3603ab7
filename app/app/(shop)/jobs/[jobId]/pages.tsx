import { place } from '@/features/place';

export default place('PagesScreen', 'tell');
