'use client';
import { Fault } from '@/screens/Fault';

/** Where not even the frame of the page could be drawn. */
export default function GlobalFault(props: { error: Error & { digest?: string }; reset: () => void }) {
  return (
    <html lang="en">
      <body>
        <Fault {...props} />
      </body>
    </html>
  );
}
