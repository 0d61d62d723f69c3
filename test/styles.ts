/* A stylesheet's names, and what a picture is known by, where tests run without a bundler. */
const names: Record<string, string> = new Proxy({}, { get: (_, name) => (name === '__esModule' ? undefined : String(name)) });

export default names;
