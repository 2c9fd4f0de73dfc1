/**
 * The newer of two answers, with every piece that is equal in both taken from the older one: whoever watches a piece
 * hears of it only when it changed. Lists are compared by place; both are plain JSON.
 */
export function kept<T>(older: unknown, newer: T): T {
  if (Object.is(older, newer)) return newer;
  if (typeof older !== 'object' || typeof newer !== 'object' || older === null || newer === null) return newer;
  const [were, are] = [Array.isArray(older), Array.isArray(newer)];
  if (were !== are) return newer;
  const before = new Map(Object.entries(older));
  const pieces = Object.entries(newer).map(([key, piece]): [string, unknown] => [key, kept(before.get(key), piece)]);
  const same =
    before.size === pieces.length &&
    pieces.every(([key, piece]) => before.has(key) && Object.is(before.get(key), piece));
  if (same) return older as T;
  return (are ? pieces.map(([, piece]) => piece) : Object.fromEntries(pieces)) as T;
}
