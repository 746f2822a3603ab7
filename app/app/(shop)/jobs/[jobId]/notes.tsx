import { NotesScreen } from '@/features/notes/notes-screen';

export default NotesScreen;
