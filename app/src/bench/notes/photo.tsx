import { useState } from 'react';
import { Image, Pressable, StyleSheet } from 'react-native';
import { RADIUS } from '@/ui/tokens';
import { Words } from '@/ui/words';
import { usePhotoSource } from './use-notes';

/**
 * A kept photograph: from this device while it waits, from the shop (or what was seen of it here) afterwards; tapped
 * it opens whole.
 */
export function Photo({ id, name }: { id: string; name: string }) {
  const source = usePhotoSource(id);
  const [missing, setMissing] = useState(false);
  if (missing) return <Words colour="dim">The photograph is at the shop; it was not seen on this device before.</Words>;
  const whole = source.startsWith('data:') ? undefined : `/api/photos/${id}`;
  const picture = (
    <Image
      source={{ uri: source }}
      style={styles.photo}
      resizeMode="contain"
      accessibilityLabel={name}
      onError={() => setMissing(true)}
    />
  );
  if (!whole) return picture;
  return (
    <Pressable role="link" aria-label={`${name}, whole`} onPress={() => window.open(whole, '_blank', 'noopener')}>
      {picture}
    </Pressable>
  );
}

const styles = StyleSheet.create({ photo: { width: '100%', height: 240, borderRadius: RADIUS } });
