import plainExt from '@fontsource/archivo/files/archivo-latin-ext-400-normal.woff';
import plain from '@fontsource/archivo/files/archivo-latin-400-normal.woff';
import strongExt from '@fontsource/archivo/files/archivo-latin-ext-700-normal.woff';
import strong from '@fontsource/archivo/files/archivo-latin-700-normal.woff';
import type { FontFiles } from '../formats/pdf';

/** The fonts of the documents, as the bundle carries them. */
export const FONTS: FontFiles = { plain: [plain, plainExt], strong: [strong, strongExt] };
