/** Class names stand for themselves. */
export default new Proxy({}, { get: (_, name) => (name === '__esModule' ? false : String(name)) });
