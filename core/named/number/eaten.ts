/** What spreadsheets make of part numbers that look like something else. */

export interface EatenNumber {
  readonly what: 'date' | 'power of ten';
  /** What it may have been, the likeliest first; empty when that is lost. */
  readonly perhaps: readonly string[];
}

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const NAMED = /^(\d{1,2})[-. ]([a-z]{3})(?:[-. ](\d{2}|\d{4}))?$/i;
const MONTH_FIRST = /^([a-z]{3})[-. ](\d{2}|\d{4})$/i;
const ISO = /^((?:19|20)\d{2})-(\d{2})-(\d{2})(?:[T ]00:00(?::00(?:\.0+)?)?Z?)?$/;
const SLASHED = /^(\d{1,2})\/(\d{1,2})\/((?:19|20)\d{2})$/;
const POWER = /^\d(?:[.,]\d+)?e\+?\d{1,3}$/i;

/**
 * Whether a text in a column of part numbers is what a spreadsheet makes of one: "12-Apr" was 12-4 or 4-12, "4.41E+09"
 * was a long run of digits. Undefined when it may stand as it is.
 */
export function eatenBySpreadsheet(text: string): EatenNumber | undefined {
  const written = text.trim();
  if (POWER.test(written)) return { what: 'power of ten', perhaps: [] };
  const named = NAMED.exec(written);
  const month = named ? MONTHS.indexOf((named[2] ?? '').toLowerCase()) + 1 : 0;
  if (named && month > 0) return dateOf(Number(named[1]), month, named[3] === undefined ? undefined : Number(named[3]));
  const first = MONTH_FIRST.exec(written);
  const firstMonth = first ? MONTHS.indexOf((first[1] ?? '').toLowerCase()) + 1 : 0;
  if (first && firstMonth > 0)
    return {
      what: 'date',
      perhaps: [`${firstMonth}-${String(Number(first[2]) % 100)}`, `${firstMonth}-${first[2] ?? ''}`].filter(once),
    };
  const iso = ISO.exec(written);
  if (iso) return dateOf(Number(iso[3]), Number(iso[2]), Number(iso[1]));
  const slashed = SLASHED.exec(written);
  if (slashed) return dateOf(Number(slashed[1]), Number(slashed[2]), Number(slashed[3]));
  return undefined;
}

function dateOf(day: number, month: number, year: number | undefined): EatenNumber | undefined {
  if (month < 1 || month > 12 || day < 1 || day > 31) return undefined;
  const short = [`${day}-${month}`, `${month}-${day}`];
  if (year === undefined) return { what: 'date', perhaps: short.filter(once) };
  const two = String(year % 100).padStart(2, '0');
  return {
    what: 'date',
    perhaps: [
      ...short,
      `${day}-${month}-${two}`,
      `${month}-${day}-${two}`,
      `${two}-${month}-${day}`,
      ...(day === 1 ? [`${month}-${year}`] : []),
    ].filter(once),
  };
}

const once = (text: string, i: number, all: readonly string[]): boolean => all.indexOf(text) === i;
