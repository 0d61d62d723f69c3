'use client';
import { ChakraProvider } from '@chakra-ui/react';
import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import { useServerInsertedHTML } from 'next/navigation';
import { ThemeProvider } from 'next-themes';
import { useState, type ReactNode } from 'react';
import { system } from './theme';

/** Emotion's styles written into the server's HTML, so that the first paint is right. */
function StyleCache({ children }: { children: ReactNode }) {
  const [{ cache, flush }] = useState(() => {
    const made = createCache({ key: 'css' });
    made.compat = true;
    const insert = made.insert;
    let inserted: string[] = [];
    made.insert = (...args) => {
      const [, serialized] = args;
      if (made.inserted[serialized.name] === undefined) inserted.push(serialized.name);
      return insert(...args);
    };
    return {
      cache: made,
      flush: () => {
        const names = inserted;
        inserted = [];
        return names;
      },
    };
  });
  useServerInsertedHTML(() => {
    const names = flush();
    if (names.length === 0) return null;
    const styles = names
      .map((name) => cache.inserted[name])
      .filter((s) => typeof s === 'string')
      .join('');
    return <style data-emotion={`${cache.key} ${names.join(' ')}`} dangerouslySetInnerHTML={{ __html: styles }} />;
  });
  return <CacheProvider value={cache}>{children}</CacheProvider>;
}

/** Themes: day, sunlight (most contrast) and night. */
export const THEMES = ['day', 'sun', 'dark'] as const;

export function Providers({ nonce, children }: { nonce?: string; children: ReactNode }) {
  return (
    <StyleCache>
      <ChakraProvider value={system}>
        <ThemeProvider
          nonce={nonce}
          attribute="data-theme"
          themes={[...THEMES]}
          defaultTheme="day"
          enableSystem={false}
          disableTransitionOnChange
        >
          {children}
        </ThemeProvider>
      </ChakraProvider>
    </StyleCache>
  );
}
