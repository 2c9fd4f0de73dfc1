/** What a sheet holds under its heading: nodes of the printer, every text in them as it is. Faces are chosen where it is printed. */
export interface Sheet {
  readonly title: string;
  readonly content: readonly unknown[];
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
