import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from 'react';
import { StyleSheet, useColorScheme } from 'react-native';
import { flushSync } from 'react-dom';
import { configureFonts, MD3DarkTheme, MD3LightTheme, PaperProvider } from 'react-native-paper';
import { keepSetting, readSetting } from './setting';
import { type Colours, DAY, FACE, NIGHT, PRINT, RADIUS } from './tokens';

export type ThemeChoice = 'day' | 'night' | 'system';

interface Theme {
  colours: Colours;
  choice: ThemeChoice;
  choose(choice: ThemeChoice): void;
  night: boolean;
}

const ThemeContext = createContext<Theme | undefined>(undefined);
const KEY = 'rugged.theme';

export function ThemeProvider({ children }: { children: ReactNode }) {
  const [choice, setChoice] = useState<ThemeChoice>(readChoice);
  const system = useColorScheme();
  const printing = usePrinting();
  const night = !printing && (choice === 'night' || (choice === 'system' && system === 'dark'));
  const colours = printing ? PRINT : night ? NIGHT : DAY;

  useEffect(() => {
    document.documentElement.style.background = colours.ground;
    document.body.style.background = colours.ground;
    // What the browser draws itself, scrollbars above all, goes along.
    Object.assign(document.documentElement.style, {
      colorScheme: night ? 'dark' : 'light',
      scrollbarColor: `${colours.dim} transparent`,
    });
    document.querySelector('meta[name=theme-color]')?.setAttribute('content', colours.ground);
  }, [colours, night]);

  const theme = useMemo<Theme>(
    () => ({
      colours,
      choice,
      night,
      choose: (next) => {
        keepSetting(KEY, next);
        setChoice(next);
      },
    }),
    [colours, choice, night],
  );
  const paper = useMemo(() => paperTheme(colours, night), [colours, night]);
  return (
    <ThemeContext.Provider value={theme}>
      <PaperProvider theme={paper}>{children}</PaperProvider>
    </ThemeContext.Provider>
  );
}

export function useTheme(): Theme {
  const theme = useContext(ThemeContext);
  if (!theme) throw new Error('useTheme needs a ThemeProvider above it');
  return theme;
}

export const useColours = (): Colours => useTheme().colours;

/** A style sheet made from the colours, remade only when they change. Give it a function from module scope. */
export function useStyles<T extends StyleSheet.NamedStyles<T>>(make: (colours: Colours) => T): T {
  const colours = useColours();
  return useMemo(() => StyleSheet.create(make(colours)), [make, colours]);
}

function readChoice(): ThemeChoice {
  const stored = readSetting(KEY);
  return stored === 'day' || stored === 'night' ? stored : 'system';
}

/** True while the page is laid out for paper, so that a dark bay does not print black. */
function usePrinting(): boolean {
  const [printing, setPrinting] = useState(false);
  useEffect(() => {
    const query = typeof matchMedia === 'undefined' ? undefined : matchMedia('print');
    if (!query) return undefined;
    const follow = () => {
      flushSync(() => setPrinting(query.matches));
    };
    query.addEventListener('change', follow);
    return () => query.removeEventListener('change', follow);
  }, []);
  return printing;
}

function paperTheme(colours: Colours, night: boolean) {
  const base = night ? MD3DarkTheme : MD3LightTheme;
  return {
    ...base,
    roundness: RADIUS / 4,
    fonts: configureFonts({ config: { fontFamily: FACE.body } }),
    colors: {
      ...base.colors,
      primary: colours.ink,
      onPrimary: colours.plate,
      primaryContainer: colours.plateSunk,
      onPrimaryContainer: colours.ink,
      secondaryContainer: colours.plateSunk,
      onSecondaryContainer: colours.ink,
      background: colours.plate,
      onBackground: colours.ink,
      surface: colours.plate,
      onSurface: colours.ink,
      surfaceVariant: colours.plateSunk,
      onSurfaceVariant: colours.dim,
      outline: colours.line,
      error: colours.rust,
      inverseSurface: colours.ink,
      inverseOnSurface: colours.plate,
      inversePrimary: colours.amber,
      elevation: {
        level0: colours.plate,
        level1: colours.plate,
        level2: colours.plate,
        level3: colours.plate,
        level4: colours.plate,
        level5: colours.plate,
      },
    },
  };
}
