/** The four states of a joint or a check. "Not known" is an answer: it names what to measure. */
export type FourState = 'fits' | 'fits-with-change' | 'does-not-fit' | 'not-known';

export const FOUR_STATES: readonly FourState[] = ['fits', 'fits-with-change', 'does-not-fit', 'not-known'];

const GRAVITY: Readonly<Record<FourState, number>> = {
  fits: 0,
  'fits-with-change': 1,
  'not-known': 2,
  'does-not-fit': 3,
};

/** The gravest of several states; no checks at all is "not known". */
export function worst(states: readonly FourState[]): FourState {
  return states.reduce<FourState>(
    (w, s) => (GRAVITY[s] > GRAVITY[w] ? s : w),
    states.length === 0 ? 'not-known' : 'fits',
  );
}
