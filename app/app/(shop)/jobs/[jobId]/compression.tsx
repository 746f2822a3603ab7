import { CompressionScreen } from '@/features/compression/compression-screen';

export default CompressionScreen;
