import { place } from '@/features/place';

export default place('NotesScreen', 'work');
