import type { PageDocument } from '@rugged/contract/page';
import { pageHtml } from '@rugged/pages';
import { useRef } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/button';
import { LINE, RADIUS } from '@/ui/tokens';
import { useColours } from '@/ui/theme';

/** The page as its reader will see it, and as it prints. It is a document of its own: nothing of the app is in it. */
export function PageFrame({ page }: { page: PageDocument }) {
  const c = useColours();
  const frame = useRef<HTMLIFrameElement>(null);
  const fit = () => {
    const inside = frame.current?.contentDocument?.documentElement;
    if (frame.current && inside) frame.current.style.height = `${inside.scrollHeight + 4}px`;
  };
  return (
    <View style={styles.gap}>
      <Button kind="ground" icon="printer-outline" onPress={() => frame.current?.contentWindow?.print()}>
        Print it
      </Button>
      <View style={[styles.paper, { borderColor: c.line }]}>
        <iframe
          ref={frame}
          title={`Page: ${page.title}`}
          srcDoc={pageHtml(page, { photo: (id) => `/api/photos/${id}`, fonts: '/p/fonts' })}
          onLoad={fit}
          style={{ width: '100%', height: 600, border: 0, display: 'block' }}
        />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 8 },
  paper: { borderWidth: LINE, borderRadius: RADIUS, overflow: 'hidden' },
});
