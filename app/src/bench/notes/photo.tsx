import { useState } from 'react';
import { Image, StyleSheet } from 'react-native';
import { RADIUS } from '@/ui/tokens';
import { Words } from '@/ui/words';
import { usePhotoSource } from './use-notes';

/** A kept photograph: from this device while it waits, from the shop (or what was seen of it here) afterwards. */
export function Photo({ id, name }: { id: string; name: string }) {
  const source = usePhotoSource(id);
  const [missing, setMissing] = useState(false);
  if (missing) return <Words colour="dim">The photograph is at the shop; it was not seen on this device before.</Words>;
  return (
    <Image
      source={{ uri: source }}
      style={styles.photo}
      resizeMode="contain"
      accessibilityLabel={name}
      onError={() => setMissing(true)}
    />
  );
}

const styles = StyleSheet.create({ photo: { width: '100%', height: 240, borderRadius: RADIUS } });
