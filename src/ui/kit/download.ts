import { fileName } from './fileName';

/** Hands a text, or bytes, to the browser as a file. */
export function download(name: string, type: string, content: string | Blob): void {
  const url = URL.createObjectURL(typeof content === 'string' ? new Blob([content], { type }) : content);
  const link = document.createElement('a');
  link.href = url;
  link.download = fileName(name);
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
