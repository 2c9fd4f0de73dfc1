/** What stands in a cell; an empty one says nothing. */
export const filled = (cell: string | undefined): string | undefined => cell || undefined;
export const yesOrNo = (cell: string | undefined): number | undefined => (cell ? Number(cell === 'yes') : undefined);
export const figure = (cell: string | undefined): number | undefined => (cell ? Number(cell) : undefined);
