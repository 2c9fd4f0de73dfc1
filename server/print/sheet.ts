/**
 * What a sheet holds under its heading: nodes of the printer, every text in them as it is. Faces are chosen where it is
 * printed.
 */
export interface Sheet {
  readonly title: string;
  readonly content: readonly unknown[];
}

/** A sheet with everything around it: whose it is, what stands first, and what stands at the foot of each page. */
export interface Printed extends Sheet {
  readonly about: string;
  readonly lead?: readonly unknown[];
  readonly cautions: readonly string[];
  readonly foot: string;
}

export const heading = (text: string): unknown => ({
  text,
  bold: true,
  fontSize: 11,
  margin: [0, 8, 0, 3],
  headlineLevel: 1,
});

/** What is printable between the margins of a page, in points. */
export const WIDTH = 515;
