/** Choices that are the same for the same seed. */
export interface Random {
  /** A whole number below n. */
  below(n: number): number;
  /** True in so many cases of a hundred. */
  chance(percent: number): boolean;
  of<T>(values: readonly T[]): T;
}

/** A stream of numbers by xorshift, 32 bits. */
export function random(seed: number): Random {
  let x = seed | 1;
  const below = (n: number): number => {
    x ^= x << 13;
    x ^= x >>> 17;
    x ^= x << 5;
    return (x >>> 0) % n;
  };
  return {
    below,
    chance: (percent) => below(100) < percent,
    of: (values) => {
      const value = values[below(values.length)];
      if (value === undefined) throw new Error('nothing to choose from');
      return value;
    },
  };
}
