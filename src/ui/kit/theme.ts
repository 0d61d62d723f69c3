import { createSystem, defaultConfig, defineConfig, defineRecipe, defineSlotRecipe } from '@chakra-ui/react';

/** A colour by theme: day, sunlight (most contrast), night. */
const by = (base: string, _sun: string, _dark: string) => ({ value: { base, _sun, _dark } });
const of = (name: string) => ({ value: `{colors.${name}}` });

/** Paper, pencil, board; one strong colour, which belongs to the chalk line. */
const colours = {
  paper: by('#fbf9f4', '#ffffff', '#15181c'),
  panel: by('#f2ede2', '#ffffff', '#1d2126'),
  edge: by('#ded6c5', '#9a9a9a', '#363c44'),
  'edge-strong': by('#8c8471', '#000000', '#79818b'),
  ink: by('#1d2227', '#000000', '#f1eee6'),
  pencil: by('#565b60', '#1f1f1f', '#b4b7ba'),
  line: by('#1c46d6', '#0026c9', '#8fadff'),
  'line-soft': by('#1c46d622', '#1c46d622', '#8fadff2e'),
  'on-line': by('#ffffff', '#ffffff', '#0b1230'),
  'board-0': by('#e8dcc3', '#fff6dd', '#4a4232'),
  'board-1': by('#e0d1b3', '#ffeec2', '#433b2c'),
  'board-2': by('#ece3d0', '#ffffff', '#51493a'),
  'board-3': by('#d9c8a7', '#fbe5ae', '#3d3627'),
  joint: by('#8f7c57', '#3a2c00', '#a89468'),
  wall: by('#4b4f55', '#000000', '#c9c6bd'),
  'wall-fill': by('#cfcabd', '#8a8a8a', '#3a3f46'),
  must: by('#a8231b', '#8a0900', '#ff9c90'),
  should: by('#85560a', '#5a3800', '#f0bf63'),
  good: by('#2c6a2f', '#0b4a10', '#8fd294'),
};

const palette = (solid: string, contrast: string) => ({
  solid: of(solid),
  contrast: of(contrast),
  fg: of(solid),
  muted: of('edge'),
  subtle: of('panel'),
  emphasized: of('edge-strong'),
  focusRing: of('line'),
  border: of('edge-strong'),
});

/** Everything that is pressed is as high as a thumb. */
const button = defineRecipe({
  base: { fontWeight: '600', '&[aria-pressed]': { borderRadius: '22px' } },
  variants: {
    size: {
      md: { h: '44px', minW: '44px', px: '4', textStyle: 'sm' },
      sm: { h: '44px', minW: '44px', px: '3', textStyle: 'sm' },
      // beside a row of a table, where only a picture stands on it
      xs: { h: '44px', minW: '44px', px: '2' },
      lg: { h: '48px', px: '5', fontSize: '16px' },
    },
    // as Chakra has it
    variant: { outline: {} },
  },
  defaultVariants: { variant: 'outline', size: 'md' },
});
const input = defineRecipe({
  variants: { size: { md: { h: '44px', fontSize: '17px' }, xl: { h: '56px', fontSize: '26px' } } },
  defaultVariants: { size: 'md' },
});
const select = defineSlotRecipe({
  slots: ['root', 'field', 'indicator'],
  variants: { size: { md: { field: { h: '44px', fontSize: '16px' } } } },
});
const checkbox = defineSlotRecipe({
  slots: ['root', 'label', 'control', 'indicator', 'group'],
  base: { root: { minH: '44px', cursor: 'pointer' }, control: { borderColor: '{colors.edge-strong}' } },
  defaultVariants: { size: 'lg', colorPalette: 'blue' },
});

const config = defineConfig({
  conditions: { sun: '[data-theme=sun] &', dark: '[data-theme=dark] &', light: '[data-theme=day] &' },
  globalCss: { 'html, body': { background: '{colors.paper}', color: '{colors.ink}' } },
  theme: {
    tokens: { fonts: { body: { value: 'var(--text)' }, heading: { value: 'var(--text)' }, mono: { value: 'var(--figures)' } } },
    semanticTokens: {
      colors: {
        ...colours,
        bg: { DEFAULT: of('paper'), subtle: of('panel'), muted: of('panel'), emphasized: of('edge'), panel: of('paper') },
        fg: { DEFAULT: of('ink'), muted: of('pencil'), subtle: of('pencil'), error: of('must') },
        border: {
          DEFAULT: of('edge-strong'),
          muted: of('edge'),
          subtle: of('edge'),
          emphasized: of('edge-strong'),
          error: of('must'),
        },
        gray: { ...palette('ink', 'paper'), fg: of('ink') },
        blue: { ...palette('line', 'on-line'), border: of('line'), emphasized: of('line') },
        red: palette('must', 'paper'),
        orange: palette('should', 'paper'),
        green: palette('good', 'paper'),
      },
    },
    recipes: { button, input },
    slotRecipes: { nativeSelect: select, checkbox },
  },
});

export const system = createSystem(defaultConfig, config);
