/** Draws that are the same for the same seed, wherever they are made. */
export class Draw {
  private x: number;

  /** Any text or number is a seed. */
  constructor(seed: string | number) {
    // FNV-1a over the text of the seed; nought would never leave nought.
    let hash = 2166136261;
    for (const letter of String(seed)) hash = Math.imul(hash ^ letter.charCodeAt(0), 16777619);
    this.x = hash >>> 0 || 1;
  }

  /** In [0, 1): xorshift, 32 bits. */
  next(): number {
    this.x ^= this.x << 13;
    this.x ^= this.x >>> 17;
    this.x ^= this.x << 5;
    return (this.x >>> 0) / 2 ** 32;
  }
  /** Whether something of this chance happens. */
  happens(chance: number): boolean {
    return this.next() < chance;
  }
  /** A whole number from nought, below `n`. */
  below(n: number): number {
    return Math.floor(this.next() * n);
  }
  one<T>(list: readonly T[]): T {
    const found = list[this.below(list.length)];
    if (found === undefined) throw new Error('nothing to draw from');
    return found;
  }
  between(least: number, most: number, step: number): number {
    const steps = Math.floor((most - least) / step + 1e-9) + 1;
    return Math.round((least + this.below(steps) * step) * 1000) / 1000;
  }
  /** Normal, by twelve draws. */
  normal(): number {
    let sum = -6;
    for (let i = 0; i < 12; i++) sum += this.next();
    return sum;
  }
  /** An error with heavier tails than the normal: Student's t, three degrees of freedom, scaled to unit variance. */
  heavy(): number {
    const spread = (this.normal() ** 2 + this.normal() ** 2 + this.normal() ** 2) / 3;
    return this.normal() / Math.sqrt(Math.max(spread, 0.02)) / Math.sqrt(3);
  }
  /** A stream of its own, so that what is drawn of one thing never moves another. */
  apart(name: string): Draw {
    return new Draw(`${this.x}/${name}`);
  }
}
