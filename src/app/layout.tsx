import '@fontsource-variable/archivo';
import '@fontsource-variable/archivo-narrow';
import '@/ui/kit/global.css';
import { FaultWatch } from '@/screens/Fault';
import type { Metadata, Viewport } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { Providers } from '@/ui/kit/providers';

export const metadata: Metadata = { title: 'Pitsaw', description: 'Set-out, rows and cut lists for plank floors.' };
export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

export default async function Root({ children }: { children: ReactNode }) {
  // the number by which this answer's own scripts are known, see `proxy.ts`
  const nonce = (await headers()).get('x-nonce') ?? undefined;
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <Providers nonce={nonce}>
          <FaultWatch />
          {children}
        </Providers>
      </body>
    </html>
  );
}
