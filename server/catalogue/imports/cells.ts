/** The cells of one row by their column; an empty cell says nothing. */
export type RowCells = Readonly<Record<string, string>>;

/** What stands in a cell; an empty one says nothing. */
export const filled = (cell: string | undefined): string | undefined => cell || undefined;
export const yesOrNo = (cell: string | undefined): number | undefined => (cell ? Number(cell === 'yes') : undefined);
export const figure = (cell: string | undefined): number | undefined => (cell ? Number(cell) : undefined);
