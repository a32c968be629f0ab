declare module 'json-merge-patch' {
  /** RFC 7396: applies a patch, or finds the patch that leads from one value to another (undefined: they are equal). */
  const mergePatch: {
    apply: (target: unknown, patch: unknown) => unknown;
    generate: (before: unknown, after: unknown) => unknown;
  };
  export default mergePatch;
}
