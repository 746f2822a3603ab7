/** Colour, type, size and space. Screens take everything from here. */
export interface Colours {
  ground: string;
  groundDeep: string;
  onGround: string;
  onGroundDim: string;
  plate: string;
  plateSunk: string;
  ink: string;
  dim: string;
  line: string;
  amber: string;
  onAmber: string;
  rust: string;
  ochre: string;
  moss: string;
  slate: string;
}

export const DAY: Colours = {
  ground: '#173A3D',
  groundDeep: '#0F2A2D',
  onGround: '#F4EFE3',
  onGroundDim: '#C9CEC5',
  plate: '#F4EFE3',
  plateSunk: '#E9E1CF',
  ink: '#1A2324',
  dim: '#525C5B',
  line: '#1A2324',
  amber: '#F0A51E',
  onAmber: '#1A2324',
  rust: '#A8381C',
  ochre: '#855405',
  moss: '#3C6A34',
  slate: '#545F68',
};

export const NIGHT: Colours = {
  ground: '#0A1415',
  groundDeep: '#060D0E',
  onGround: '#EFE8D8',
  onGroundDim: '#ABB5B1',
  plate: '#17272A',
  plateSunk: '#203539',
  ink: '#EFE8D8',
  dim: '#ABB5B1',
  line: '#48605F',
  amber: '#F0A51E',
  onAmber: '#1A2324',
  rust: '#F0886B',
  ochre: '#E0AE4A',
  moss: '#8CC07C',
  slate: '#9AA7AE',
};

/** White paper, black ink. */
export const PRINT: Colours = {
  ...DAY,
  ground: '#FFFFFF',
  groundDeep: '#FFFFFF',
  onGround: '#000000',
  onGroundDim: '#333333',
  plate: '#FFFFFF',
  plateSunk: '#FFFFFF',
  ink: '#000000',
  dim: '#333333',
  line: '#000000',
};

export const FACE = {
  body: 'BarlowSemiCondensed_500',
  strong: 'BarlowSemiCondensed_600',
  heavy: 'BarlowSemiCondensed_700',
  instrument: 'B612Mono_700',
} as const;

export const SIZE = { label: 13, small: 15, body: 16, button: 18, title: 22, place: 24, reading: 30 } as const;
export const SPACE = { hair: 4, gap: 8, plates: 10, padding: 12 } as const;
/** `tight`: where the screen is too low for more. */
export const TOUCH = { least: 48, main: 64, tight: 44 } as const;
export const LINE = 2;
export const RADIUS = 8;

/** From this width on there are three panes and a rail. */
export const WIDE = 1080;
/** From this width on the rail stands in place of the tabs. */
export const RAIL = 760;
