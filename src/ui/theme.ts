'use client';
import { createSystem, defaultConfig, defineConfig } from '@chakra-ui/react';

const colour = (name: string) => ({ value: `var(--${name})` });

/** Chakra takes every colour from our own variables, which the day, sunlight and night themes set. */
const config = defineConfig({
  globalCss: { 'html, body': { background: 'var(--paper)', color: 'var(--ink)' } },
  theme: {
    tokens: { fonts: { body: { value: 'var(--text)' }, heading: { value: 'var(--text)' }, mono: { value: 'var(--figures)' } } },
    semanticTokens: {
      colors: {
        bg: {
          DEFAULT: colour('paper'),
          subtle: colour('panel'),
          muted: colour('panel'),
          emphasized: colour('edge'),
          panel: colour('paper'),
        },
        fg: { DEFAULT: colour('ink'), muted: colour('pencil'), subtle: colour('pencil'), error: colour('must') },
        border: {
          DEFAULT: colour('edge-strong'),
          muted: colour('edge'),
          subtle: colour('edge'),
          emphasized: colour('edge-strong'),
          error: colour('must'),
        },
        gray: {
          solid: colour('ink'),
          contrast: colour('paper'),
          fg: colour('ink'),
          muted: colour('edge'),
          subtle: colour('panel'),
          emphasized: colour('edge-strong'),
          focusRing: colour('line'),
          border: colour('edge-strong'),
        },
        blue: {
          solid: colour('line'),
          contrast: colour('on-line'),
          fg: colour('line'),
          muted: colour('edge'),
          subtle: colour('panel'),
          emphasized: colour('line'),
          focusRing: colour('line'),
          border: colour('line'),
        },
      },
    },
  },
});

export const system = createSystem(defaultConfig, config);
