/** Typefaces of what is printed. Everything that a name or an answer may hold: Latin with all accents, Greek, Cyrillic, signs. */
import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);

/** Files, by what they are for. */
export const fonts = {
  plain: require.resolve('dejavu-fonts-ttf/ttf/DejaVuSans.ttf'),
  bold: require.resolve('dejavu-fonts-ttf/ttf/DejaVuSans-Bold.ttf'),
  title: require.resolve('dejavu-fonts-ttf/ttf/DejaVuSerif-Bold.ttf'),
};
