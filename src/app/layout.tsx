import '@fontsource-variable/archivo';
import '@fontsource-variable/archivo-narrow';
import '@/ui/kit/global.css';
import type { Metadata, Viewport } from 'next';
import type { ReactNode } from 'react';
import { Providers } from '@/ui/kit/providers';

export const metadata: Metadata = { title: 'Pitsaw', description: 'Set-out, rows and cut lists for plank floors.' };
export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

export default function Root({ children }: { children: ReactNode }) {
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <Providers>{children}</Providers>
      </body>
    </html>
  );
}
