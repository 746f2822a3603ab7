import { OutboxScreen } from '@/features/outbox/outbox-screen';

export default OutboxScreen;
