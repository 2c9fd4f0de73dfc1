import { lookup } from '../../base/lookup/index.js';

/**
 * How people write and say a thread, brought to one writing: "3/8-24 unf", "m10x1.0", "g 1/8". What was said of the
 * seat is kept apart.
 */

export interface Plain {
  readonly text: string;
  /** The seat that was named with it, as it is called elsewhere here. */
  readonly seat?: string;
  /** "fine" was said, and not how fine. */
  readonly fine?: true;
  /** It was called left-hand. */
  readonly leftHand?: true;
}

/** Words for seats, and what is left when they are taken away. Sources: SAE J512, J514, J533, ISO 4038, DIN 74234. */
const SEATS: readonly (readonly [RegExp, string])[] = [
  [/\b(inverted|double|sae)\s+flare\b|\b45\s*°|\b45 deg\w*/g, 'inverted-flare'],
  [/\b(iso |din )?(bubble|iso|din)( flare)?\b/g, 'bubble-flare'],
  [/\b(jic\s*)?37\s*°|\bjic\s*37\b|\b37 deg\w*/g, 'flare-37'],
  [/\bbanjo\b/g, 'banjo'],
  [/\bo-?\s?ring\b/g, 'o-ring'],
];

/** SAE dash sizes of hoses and fittings (SAE J514); their flare is 37°. */
const DASH: Readonly<Record<string, string>> = {
  '2': '5/16-24',
  '3': '3/8-24',
  '4': '7/16-20',
  '5': '1/2-20',
  '6': '9/16-18',
  '8': '3/4-16',
  '10': '7/8-14',
};
/** How a thread that turns the other way is called. */
const LEFT_HAND = /[ -]*\b(?:lh|left(?:[ -]hand(?:ed)?)?)\b/;
const DASHED = /^(?:an|jic)\s*-?\s*(\d{1,2})$|^-?\s*(\d{1,2})\s*(?:an|jic)$/;

/** Fractions as they are spoken. */
const SPOKEN: Readonly<Record<string, string>> = {
  quarter: '1/4',
  half: '1/2',
  'one quarter': '1/4',
  'three quarters': '3/4',
  eighth: '1/8',
  'an eighth': '1/8',
  'one eighth': '1/8',
  'three eighths': '3/8',
  'five eighths': '5/8',
  'five sixteenths': '5/16',
  'seven sixteenths': '7/16',
  'nine sixteenths': '9/16',
};

/** Older and foreign names of families: American NF and NC (before B1.1), Japanese PT and PF (JIS B 0202, B 0203). */
const RENAMED: readonly (readonly [RegExp, string])[] = [
  [/\bnef\b/, 'unef'],
  [/\bnf\b/, 'unf'],
  [/\bnc\b/, 'unc'],
  [/\brc\b/, 'bspt'],
  [/\bpt\b/, 'bspt'],
  [/\bpf\b/, 'bspp'],
];

/** Sixteenths of an inch that threads come in, written as decimals. */
function fraction(decimal: string): string {
  const sixteenths = Math.round(Number(decimal) * 16);
  if (sixteenths < 2 || sixteenths > 16 || Math.abs(Number(decimal) * 16 - sixteenths) > 0.02) return decimal;
  let [top, bottom] = [sixteenths, 16];
  while (top % 2 === 0 && bottom > 1) [top, bottom] = [top / 2, bottom / 2];
  return bottom === 1 ? String(top) : `${top}/${bottom}`;
}

export function plainWriting(text: string): Plain {
  let clean = text
    .replace(/["”″'’′]/g, ' ')
    .normalize('NFKC')
    .toLowerCase()
    .replace(/,/g, '.')
    .replace(/[\u2010-\u2015\u2212]/g, '-')
    // Letters of another keyboard that look the same.
    .replace(/\u043c/g, 'm')
    .replace(/\u0445/g, 'x')
    .replace(/⁄/g, '/')
    .replace(/\s+/g, ' ')
    .trim();
  const dash = DASHED.exec(clean);
  const sized = dash && lookup(DASH, dash[1] ?? dash[2] ?? '');
  if (sized !== undefined && sized !== null) return { text: sized, seat: 'flare-37' };
  let seat: string | undefined;
  for (const [pattern, name] of SEATS) {
    const without = clean.replace(pattern, ' ').replace(/\s+/g, ' ').trim();
    if (without === clean || without === '') continue;
    [clean, seat] = [without, name];
  }
  const leftHand = LEFT_HAND.test(clean);
  // "MF" is a metric fine thread; SAE names who drew the fitting, not which thread it has.
  const fine = /\bfine\b|^mf\s*\d/.test(clean);
  clean = clean
    .replace(LEFT_HAND, ' ')
    .replace(/\bfine\b/, ' ')
    .replace(/^mf(?=\s*\d)/, 'm')
    .replace(/\bsae\b/, ' ')
    .replace(/^(#?\d{1,2}(?:\/\d{1,2})?|0?\.\d{1,4})\s*in(?:ch(?:es)?)?\b\.?/, '$1 ')
    .replace(/^(\S+) - /, '$1-')
    .replace(/\s+/g, ' ')
    .trim();
  for (const [spoken, written] of Object.entries(SPOKEN).sort((a, b) => b[0].length - a[0].length))
    if (clean.startsWith(spoken))
      clean = clean
        .replace(new RegExp(`^${spoken}(?: inch)?\\b`), `${written} `)
        .replace(/\s+/g, ' ')
        .trim();
  clean = clean
    // A family that sticks to a figure, before it or after it.
    .replace(/(\d)(unef|unf|unc|uns|un|nptf?|nef|nf|nc|bsf|bsw|bsc|bspp|bspt|bsp)\b/g, '$1 $2')
    .replace(/\b(g|rp|rc|r|pt|pf|npt|bspp|bspt|bsp)(\d)/g, '$1 $2')
    // Classes of tolerance say nothing of which thread it is.
    .replace(/(unef|unf|unc|uns|un)\s*-?\s*[1-3][ab]\b/, '$1')
    .replace(/^(m[\d. x×*-]+?)\s*[-\s]\s*\d[a-h](?:\d[a-h])?$/, '$1')
    .replace(/^(g\s*[\d/]+)\s*[ab]$/, '$1');
  for (const [pattern, name] of RENAMED) clean = clean.replace(pattern, name);
  clean = clean
    .replace(/^(\d{1,2}(?:\.\d)?)\s*mm\s*(?:x|×|by|-)\s*/, 'm$1x')
    // A bare "10 mm" may be a spanner; with "fine" it is a thread.
    .replace(/^(\d{1,2}(?:\.\d)?)\s*mm$/, fine ? 'm$1' : '$&')
    .replace(/^(\d{1,2})\s*-\s*(\d\.\d{1,3})$/, 'm$1x$2')
    .replace(/^(\d{1,2})\s*(?:x|×)\s*(\d(?:\.\d{1,3})?)\s*mm$/, 'm$1x$2')
    .replace(/^0?(\.\d{1,4})(?=[ x-])/, (_, decimal: string) => fraction(decimal))
    .replace(/\s+/g, ' ')
    .trim();
  return {
    text: clean,
    ...(seat ? { seat } : {}),
    ...(fine ? { fine } : {}),
    ...(leftHand ? { leftHand } : {}),
  };
}
