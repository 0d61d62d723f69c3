import plainExt from '@fontsource/archivo/files/archivo-latin-ext-400-normal.woff';
import plain from '@fontsource/archivo/files/archivo-latin-400-normal.woff';
import strongExt from '@fontsource/archivo/files/archivo-latin-ext-700-normal.woff';
import strong from '@fontsource/archivo/files/archivo-latin-700-normal.woff';
import plainCyrillic from '@fontsource/noto-sans/files/noto-sans-cyrillic-400-normal.woff';
import plainCyrillicExt from '@fontsource/noto-sans/files/noto-sans-cyrillic-ext-400-normal.woff';
import plainDevanagari from '@fontsource/noto-sans/files/noto-sans-devanagari-400-normal.woff';
import plainGreek from '@fontsource/noto-sans/files/noto-sans-greek-400-normal.woff';
import plainGreekExt from '@fontsource/noto-sans/files/noto-sans-greek-ext-400-normal.woff';
import plainLatinExt from '@fontsource/noto-sans/files/noto-sans-latin-ext-400-normal.woff';
import plainVietnamese from '@fontsource/noto-sans/files/noto-sans-vietnamese-400-normal.woff';
import strongCyrillic from '@fontsource/noto-sans/files/noto-sans-cyrillic-700-normal.woff';
import strongCyrillicExt from '@fontsource/noto-sans/files/noto-sans-cyrillic-ext-700-normal.woff';
import strongDevanagari from '@fontsource/noto-sans/files/noto-sans-devanagari-700-normal.woff';
import strongGreek from '@fontsource/noto-sans/files/noto-sans-greek-700-normal.woff';
import strongGreekExt from '@fontsource/noto-sans/files/noto-sans-greek-ext-700-normal.woff';
import strongLatinExt from '@fontsource/noto-sans/files/noto-sans-latin-ext-700-normal.woff';
import strongVietnamese from '@fontsource/noto-sans/files/noto-sans-vietnamese-700-normal.woff';
import type { FontFiles } from '../formats/pdf';

/** The fonts of the documents, as the bundle carries them: ours first, then those that hold the letters which ours do not have. */
export const FONTS: FontFiles = {
  plain: [plain, plainExt, plainLatinExt, plainVietnamese, plainCyrillic, plainCyrillicExt, plainGreek, plainGreekExt, plainDevanagari],
  strong: [
    strong,
    strongExt,
    strongLatinExt,
    strongVietnamese,
    strongCyrillic,
    strongCyrillicExt,
    strongGreek,
    strongGreekExt,
    strongDevanagari,
  ],
};
