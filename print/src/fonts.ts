import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { create, type Font } from 'fontkit';

const require = createRequire(import.meta.url);

function face(packageName: string, file: string): string {
  return join(dirname(require.resolve(`${packageName}/package.json`)), file);
}

const WORDS = '@expo-google-fonts/atkinson-hyperlegible-next';
const SIGNS = '@expo-google-fonts/noto-sans';
const ARROWS = face('@expo-google-fonts/noto-sans-math', '400Regular/NotoSansMath_400Regular.ttf');

/** The application's letters, and those that have the signs it lacks: Ω, µ, other alphabets; arrows. */
export const FONTS = {
  words: {
    normal: face(WORDS, '400Regular/AtkinsonHyperlegibleNext_400Regular.ttf'),
    bold: face(WORDS, '700Bold/AtkinsonHyperlegibleNext_700Bold.ttf'),
    italics: face(WORDS, '400Regular_Italic/AtkinsonHyperlegibleNext_400Regular_Italic.ttf'),
    bolditalics: face(WORDS, '700Bold_Italic/AtkinsonHyperlegibleNext_700Bold_Italic.ttf'),
  },
  signs: {
    normal: face(SIGNS, '400Regular/NotoSans_400Regular.ttf'),
    bold: face(SIGNS, '700Bold/NotoSans_700Bold.ttf'),
    italics: face(SIGNS, '400Regular_Italic/NotoSans_400Regular_Italic.ttf'),
    bolditalics: face(SIGNS, '700Bold_Italic/NotoSans_700Bold_Italic.ttf'),
  },
  arrows: { normal: ARROWS, bold: ARROWS, italics: ARROWS, bolditalics: ARROWS },
} as const;

type FontName = keyof typeof FONTS;

const opened = new Map<FontName, Font>();

function fontOf(name: FontName): Font {
  const known = opened.get(name);
  if (known) return known;
  const font = create(readFileSync(FONTS[name].normal)) as Font;
  opened.set(name, font);
  return font;
}

export interface FontRun {
  readonly text: string;
  readonly font: FontName;
}

/** Stands for a sign that neither font has. */
const UNKNOWN = '\u25a1';

/** A text in runs of one font each, so that no sign is lost. */
export function fontRuns(text: string): readonly FontRun[] {
  const runs: { text: string; font: FontName }[] = [];
  for (const sign of text) {
    const code = sign.codePointAt(0) as number;
    const font = (['words', 'signs', 'arrows'] as const).find((name) => fontOf(name).hasGlyphForCodePoint(code));
    const last = runs.at(-1);
    // Spaces go with what they follow.
    if (last && (font === last.font || sign === ' ')) last.text += sign;
    else if (font) runs.push({ text: sign, font });
    else runs.push({ text: UNKNOWN, font: 'arrows' });
  }
  return runs;
}
