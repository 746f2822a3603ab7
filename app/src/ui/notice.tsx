import { createContext, type ReactNode, useCallback, useContext, useMemo, useState } from 'react';
import { Text } from 'react-native';
import { Snackbar } from 'react-native-paper';
import { FACE, RADIUS } from './tokens';
import { useColours } from './theme';

interface Notice {
  text: string;
  undo?: () => void;
}

const NoticeContext = createContext<(notice: Notice) => void>(() => undefined);

/** Says what was just done, and offers to undo it. */
export function NoticeProvider({ children }: { children: ReactNode }) {
  const [notice, setNotice] = useState<Notice>();
  const c = useColours();
  const tell = useCallback((next: Notice) => setNotice(next), []);
  const action = useMemo(
    () =>
      notice?.undo && {
        label: 'Undo',
        textColor: c.amber,
        onPress: notice.undo,
        labelStyle: { fontFamily: FACE.heavy, fontSize: 17 },
        style: { minHeight: 48, justifyContent: 'center' as const },
      },
    [notice, c],
  );
  return (
    <NoticeContext.Provider value={tell}>
      {children}
      <Snackbar
        visible={notice !== undefined}
        onDismiss={() => setNotice(undefined)}
        duration={6000}
        {...(action ? { action } : {})}
        wrapperStyle={{ bottom: 76 }}
        style={{
          backgroundColor: '#1A2324',
          borderWidth: 2,
          borderColor: '#EFE8D8',
          borderRadius: RADIUS,
          boxShadow: 'none',
        }}
      >
        <Text style={{ color: '#EFE8D8', fontFamily: FACE.strong, fontSize: 16 }}>{notice?.text ?? ''}</Text>
      </Snackbar>
    </NoticeContext.Provider>
  );
}

export const useNotice = () => useContext(NoticeContext);
