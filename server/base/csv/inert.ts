/** A cell that a spreadsheet would run as a formula is led by an apostrophe, which `restored` takes off again. */
export const inert = (text: string): string => (/^'*[=+\-@\t\r]/.test(text) ? `'${text}` : text);

/** The text of a cell as it was before it was made inert. */
export const restored = (text: string): string => (/^'+[=+\-@\t\r]/.test(text) ? text.slice(1) : text);
