/** A queue that gives the smallest first. */
export class Heap<T> {
  private readonly items: T[] = [];
  constructor(private readonly before: (a: T, b: T) => boolean) {}

  push(item: T): void {
    const { items } = this;
    let at = items.length;
    items.push(item);
    while (at > 0) {
      const up = (at - 1) >> 1;
      const above = items[up] as T;
      if (!this.before(item, above)) break;
      items[at] = above;
      at = up;
    }
    items[at] = item;
  }

  pop(): T | undefined {
    const { items } = this;
    const top = items[0];
    const last = items.pop();
    if (items.length === 0 || last === undefined) return top;
    let at = 0;
    for (;;) {
      let down = 2 * at + 1;
      if (down >= items.length) break;
      if (down + 1 < items.length && this.before(items[down + 1] as T, items[down] as T)) down++;
      if (!this.before(items[down] as T, last)) break;
      items[at] = items[down] as T;
      at = down;
    }
    items[at] = last;
    return top;
  }
}
