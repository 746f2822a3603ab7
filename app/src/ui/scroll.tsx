import { useEffect, useRef, useState } from 'react';
import { Platform, ScrollView, type ScrollViewProps } from 'react-native';

const TAKES_FOCUS = 'a, button, input, textarea, select, [tabindex]:not([tabindex="-1"])';

/** A part that scrolls. Where nothing in it takes the focus it takes it itself, so that the keys can move it too. */
export function Scroll({ children, ...props }: ScrollViewProps) {
  const scroll = useRef<ScrollView>(null);
  const [alone, setAlone] = useState(false);
  useEffect(() => {
    if (Platform.OS !== 'web') return;
    const node = scroll.current?.getScrollableNode() as unknown as HTMLElement | undefined;
    if (node?.querySelector) setAlone(node.querySelector(TAKES_FOCUS) === null);
  }, [children]);
  return (
    <ScrollView ref={scroll} {...props} {...(alone ? { tabIndex: 0 as const } : {})}>
      {children}
    </ScrollView>
  );
}
