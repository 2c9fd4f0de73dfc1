/** Characters that are taken for one another under dirt or in a hasty hand, each with what it is misread as. */
const LOOK_ALIKE: Readonly<Record<string, string>> = { '0': 'O', O: '0', '1': 'I', I: '1', '8': 'B', B: '8', '5': 'S', S: '5' };

/**
 * Every reading that is one slip away from a mark's key: one look-alike character taken for its twin, or two neighbours
 * swapped. The key itself is not among them.
 */
export function slipsOf(key: string): Set<string> {
  const slips = new Set<string>();
  for (let i = 0; i < key.length; i++) {
    const twin = LOOK_ALIKE[key[i] ?? ''];
    if (twin !== undefined) slips.add(key.slice(0, i) + twin + key.slice(i + 1));
    if (i + 1 < key.length) slips.add(key.slice(0, i) + (key[i + 1] ?? '') + (key[i] ?? '') + key.slice(i + 2));
  }
  slips.delete(key);
  return slips;
}
