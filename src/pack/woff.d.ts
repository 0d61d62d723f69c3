/** A font's bytes, put into the bundle. */
declare module '*.woff' {
  const bytes: Uint8Array;
  export default bytes;
}
