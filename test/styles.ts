/* A stylesheet's names, where tests run without a bundler. */
const names: Record<string, string> = new Proxy({}, { get: (_, name) => (name === '__esModule' ? undefined : String(name)) });

export default names;
