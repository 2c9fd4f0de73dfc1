/**
 * The entry of a table under a word that came from outside; undefined when the table itself has none of that name. What
 * every object inherits ("constructor", "__proto__") is no entry.
 */
export const lookup = <T>(table: Readonly<Record<string, T>> | undefined, word: string): T | undefined =>
  table !== undefined && Object.hasOwn(table, word) ? table[word] : undefined;
