import instrument from '@fontsource/b612-mono/files/b612-mono-latin-700-normal.woff2';
import body from '@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-500-normal.woff2';
import strong from '@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-600-normal.woff2';
import heavy from '@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-700-normal.woff2';
import { FACE } from './tokens';

/** The shipped faces, by the names the tokens use. */
export const FONT_FILES = {
  [FACE.body]: body,
  [FACE.strong]: strong,
  [FACE.heavy]: heavy,
  [FACE.instrument]: instrument,
};
