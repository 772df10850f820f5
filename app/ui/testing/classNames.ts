/** Stands in for a style sheet in unit tests: every class is called by its own name. */
const names: Record<string, string> = new Proxy({}, { get: (_target, name) => String(name) });

export default names;
