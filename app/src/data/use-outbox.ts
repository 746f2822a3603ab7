import { useSyncExternalStore } from 'react';
import { outbox } from './client';

export const useOutbox = () => useSyncExternalStore(outbox.subscribe, outbox.get, outbox.get);
