import { lookup } from '../../base/lookup/index.js';
import { printBoth, readQuantity, toBase } from '../../base/units/index.js';
import {
  alwaysThere,
  attribute,
  type AttributeName,
  ATTRIBUTES,
  figureProblem,
  mayBeNone,
  valueWords,
} from '../../named/attribute/index.js';
import type { Instrument } from '../../named/settings/index.js';
import { readThread } from '../../named/thread/index.js';
import { type Evidence, type EvidenceValue, READING_SIGMAS } from '../../vehicle/reading/index.js';

export type BenchLine =
  | {
      readonly recognised: true;
      readonly evidence: Evidence;
      /** What else the same line says: `ports 2 left` is a count and a side. */
      readonly also?: Evidence;
      readonly echo: string;
      readonly doubt?: string;
    }
  | {
      readonly recognised: false;
      readonly problem: string;
      /** The attribute is understood, and its value is still missing. */
      readonly asks?: AttributeName;
    };

/** The words that people call across the shop for each attribute; the first one starts its line on a button. */
const BY_OTHER_WORDS: readonly (readonly [AttributeName, ...string[]])[] = [
  ['bore', 'bore'],
  ['bore-mark', 'bore mark', 'size cast', 'cast size'],
  ['bore-large', 'large bore', 'big bore'],
  ['bore-form', 'form', 'bore form', 'shape'],
  ['mouth', 'mouth'],
  ['casting-number', 'cast', 'casting number', 'casting'],
  ['casting-date', 'cast date', 'casting date'],
  ['label-code', 'label', 'label code'],
  ['makers-mark', 'mark', 'maker’s mark', "maker's mark", 'makers mark'],
  ['port-count', 'ports', 'port count'],
  ['port-side', 'ports on', 'port side'],
  ['flange-angle', 'flange', 'flange angle'],
  ['stud-spacing', 'studs', 'stud spacing'],
  ['stud-thread', 'stud thread'],
  ['stud-length', 'stud length'],
  ['pilot', 'spigot', 'pilot'],
  ['rod-kind', 'rod end', 'rod kind'],
  ['rod-end', 'rod tip'],
  ['rod-length', 'rod', 'rod length'],
  ['rod-thread', 'rod thread'],
  ['threads-showing', 'threads showing', 'threads'],
  ['recess-depth', 'recess', 'recess depth'],
  ['booster-pin', 'booster pin', 'pin protrusion'],
  ['clevis-pin', 'clevis', 'clevis pin'],
  ['reservoir', 'reservoir'],
  ['reservoir-size', 'reservoir length', 'reservoir size'],
  ['grommet-spacing', 'grommets', 'grommet spacing'],
  ['feed-hose', 'feed hose', 'feed'],
  ['sensor', 'sensor', 'connector'],
  ['sensor-thread', 'sensor thread'],
  ['bleeder', 'bleed screw', 'bleeder'],
  ['foot', 'foot'],
  ['travel', 'travel', 'stroke'],
  ['piston-reach', 'piston reach'],
  ['line-retention', 'held by', 'retention'],
  ['diaphragms', 'diaphragms'],
  ['diaphragm', 'diaphragm'],
  ['booster-supply', 'supply'],
  ['supply-ports', 'supply ports'],
  ['piston-count', 'pistons'],
  ['disc', 'disc'],
  ['valve-in-body', 'valve'],
  ['seals', 'seals'],
  ['fluid', 'cap', 'fluid'],
  ['option-code', 'option', 'option code'],
  ['build-month', 'built', 'build month'],
];

/** Whatever has no word of its own is called by its name: "room left 140 ruler". */
const CALLED: typeof BY_OTHER_WORDS = [
  ...BY_OTHER_WORDS,
  ...ATTRIBUTES.filter((row) => !row.perPort && !BY_OTHER_WORDS.some(([name]) => name === row.name)).map(
    (row) => [row.name, row.name.replace(/-/g, ' ')] as const,
  ),
];

/** Every spelling with its attribute, longest first, so that "rod end" is not taken for "rod". */
const SPELLINGS = CALLED.flatMap(([name, ...words]) => words.map((word) => ({ name, word }))).sort(
  (a, b) => b.word.length - a.word.length,
);

const TOOLS: readonly (readonly [RegExp, Instrument])[] = [
  [/\s+(cal|caliper|vernier)\.?$/, 'caliper'],
  [/\s+(ruler|tape|scale)$/, 'ruler'],
  [/\s+(mic|micrometer)\.?$/, 'micrometer'],
  [/\s+(gauge|bore gauge|bg)$/, 'bore-gauge'],
];

/** What a reading leaves open stands behind it: "80 ± 0.3". */
const PLUS_MINUS = /\s*(?:±|\+\/?-)\s*/;

const POSITION = /^(front|rear|primary|secondary|top|bottom|middle|single|in|out)?[ -]*(left|right|top|bottom|end)?\b/;

const SIDES = /^(\d{1,2})\s+(left|right|both)(?: sides?)?$/;

/** Words that a choice goes by at the bench. */
const CHOICE_WORDS: Readonly<Record<string, string>> = {
  inverted: 'inverted-flare',
  double: 'inverted-flare',
  bubble: 'bubble-flare',
  oring: 'o-ring',
  yes: 'present',
};

/**
 * Reads one line of evidence as it is called across the shop: `bore 26.9 cal`, `cast 44719`, `label KD`,
 * `port rear left 9/16-18`, `port rear left bubble`, `studs 80`, `form stepped`, `ports 2`. Never throws.
 */
export function readBenchLine(text: string): BenchLine {
  const line = text.normalize('NFKC').replace(/\s+/g, ' ').trim();
  if (line === '') return no('Nothing is written here. Try: bore 26.9 cal');
  if (line.length > 80) return no('This is too long for one piece of evidence.');
  const lower = line.toLowerCase();
  const port = /^port\b(?! count)/.exec(lower);
  if (port) return readPort(line.slice(4).trim());
  // A booster has two mounts: "master face studs 84" is the one that the master goes on.
  const face = /^(master|bulkhead) face (?=\S)/.exec(lower);
  if (face?.[1] !== undefined) {
    const rest = lower.slice(face[0].length);
    const of = SPELLINGS.find(({ word }) => rest === word || rest.startsWith(`${word} `));
    if (of) return readValue(of.name, face[1], line.slice(face[0].length + of.word.length).trim());
  }
  const called = SPELLINGS.find(({ word }) => lower === word || lower.startsWith(`${word} `));
  if (called) return readValue(called.name, undefined, line.slice(called.word.length).trim());
  return no(
    `"${line.split(' ')[0]}" is not an attribute that is known here. Start with one of: bore, form, ` +
      'cast, label, ports, port rear left, studs, rod, reservoir.',
  );
}

function readPort(rest: string): BenchLine {
  // An end between the units has a name of its own: "rear line from".
  const end = /^([a-z][a-z -]*?) (thread|seat) (.+)$/i.exec(rest);
  if (end?.[1] !== undefined && POSITION.exec(end[1].toLowerCase())?.[0] !== end[1].toLowerCase())
    return readValue(
      end[2]?.toLowerCase() === 'seat' ? 'port-seat' : 'port-thread',
      end[1].toLowerCase().replace(/ /g, '-'),
      end[3] ?? '',
    );
  const where = POSITION.exec(rest.toLowerCase());
  const position = [where?.[1], where?.[2]].filter((word) => word !== undefined).join('-');
  const value = rest.slice(where?.[0].length ?? 0).trim();
  if (position === '') return no('Say which port: port rear left 9/16-18');
  if (value === '')
    return no(`Say what the ${position.replace('-', ' ')} port has: a thread, a seat, or what it feeds.`);
  const distance = /^at (.+)$/i.exec(value);
  if (distance) return readValue('port-distance', position, distance[1] ?? '');
  const feeds = /^feeds? (.+)$/i.exec(value);
  if (feeds) return readValue('port-feeds', position, feeds[1] ?? '');
  const tube = /^tube (.+)$/i.exec(value);
  if (tube) return readValue('tube', position, tube[1] ?? '');
  // What is asked for by name: "none" is of the one or of the other.
  const named = /^(thread|seat)\b ?(.*)$/i.exec(value);
  if (named)
    return readValue(named[1]?.toLowerCase() === 'seat' ? 'port-seat' : 'port-thread', position, named[2] ?? '');
  // Every port has a seat: what can be missing is a thread, where a pin holds the line.
  if (isNone(value) || (/\d/.test(value) && !/^37/.test(value))) return readValue('port-thread', position, value);
  return readValue('port-seat', position, value);
}

function readValue(name: AttributeName, position: string | undefined, value: string): BenchLine {
  const row = attribute(name);
  const base = { attribute: name, ...(position === undefined ? {} : { position }) };
  if (value === '') return { ...no(`What is the ${row.words}?`), asks: name };
  const done = (v: EvidenceValue, says: string, extra: Partial<Evidence> = {}, doubt?: string): BenchLine => ({
    recognised: true,
    evidence: { ...base, ...v, ...extra } as Evidence,
    echo: `${row.words}${position ? `, ${position.replace('-', ' ')}` : ''}: ${says}`,
    ...(doubt === undefined ? {} : { doubt }),
  });
  if (isNone(value) && !mayBeNone(name)) return no(alwaysThere(name));
  switch (row.kind) {
    case 'quantity': {
      const tool = TOOLS.find(([pattern]) => pattern.test(value));
      const [figure = '', open] = (tool ? value.replace(tool[0], '') : value).split(PLUS_MINUS);
      if (row.dimension === undefined || row.dimension === 'ratio') return readRatio(name, figure, open, done);
      const expects = row.dimension;
      if (isNone(figure)) return mayBeNone(name) ? done(NONE, 'none') : no(alwaysThere(name));
      const read = readQuantity(figure, { expects, ...(row.usual ? { usual: row.usual } : {}) });
      if (!read.quantity) return no(read.problem ?? 'This is not a measurement.');
      const left = open === undefined ? undefined : readQuantity(open, { expects });
      if (left && !left.quantity) return no(left.problem ?? 'What stands after ± is no measurement.');
      const sigma = left?.quantity && { sigma: toBase(left.quantity) / READING_SIGMAS };
      const problem = figureProblem(name, toBase(read.quantity), (sigma?.sigma ?? 0) * READING_SIGMAS);
      if (problem !== undefined) return no(problem);
      const instrument = tool?.[1] ?? (row.marks !== undefined || expects !== 'length' ? 'eye' : 'ruler');
      const with_ = instrument === 'eye' ? '' : `, ${instrument.replace('-', ' ')}`;
      return done(
        { kind: 'quantity', value: read.quantity },
        `${printBoth(read.quantity)}${left?.quantity ? ` ± ${printBoth(left.quantity)}` : ''}${with_}`,
        { instrument, ...sigma },
        read.doubt,
      );
    }
    case 'thread': {
      if (isNone(value)) return done({ kind: 'thread', value: 'none' }, 'none');
      const read = readThread(value);
      if (read.designation === undefined) return no([read.sentence, near(read.nearest)].filter(Boolean).join(' '));
      return done(
        { kind: 'thread', value: read.designation },
        read.designation,
        { instrument: 'thread-gauge' },
        read.unusual,
      );
    }
    case 'choice': {
      const wanted = lookup(CHOICE_WORDS, value.toLowerCase().split(' ')[0] ?? '') ?? value;
      const key = wanted.toLowerCase().replace(/[\s_]+/g, '-');
      const hit =
        value.toLowerCase() === 'none'
          ? 'none'
          : row.choices?.find((c) => c.toLowerCase().replace(/[\s]+/g, '-') === key);
      if (!hit) return no(`The ${row.words} is one of: ${row.choices?.join(', ')}, none.`);
      return done({ kind: 'choice', value: hit }, hit.replace(/-/g, ' '));
    }
    case 'count': {
      const sided = name === 'port-count' ? SIDES.exec(value.toLowerCase()) : null;
      if (sided) return countAndSide(Number(sided[1]), sided[2] ?? '');
      const digits = value.toLowerCase() === 'none' ? '0' : /^\d{1,2}$/.exec(value)?.[0];
      if (digits === undefined || Number(digits) > (row.most ?? 19))
        return no(`The ${row.words} is a whole number from 0 to ${row.most ?? 19}.`);
      return done({ kind: 'count', value: Number(digits) }, digits);
    }
    case 'month':
      if (!/^\d{4}-(0[1-9]|1[0-2])$/.test(value)) return no('Write the month like 2004-09.');
      return done({ kind: 'month', value }, value);
    case 'mark':
      return done({ kind: 'mark', value }, value);
  }
}

type Done = (v: EvidenceValue, says: string, extra?: Partial<Evidence>) => BenchLine;

/** A ratio as people write it: "4.9", "4,9 : 1", "4.9 to 1 ± 0.1". */
function readRatio(name: AttributeName, figure: string, open: string | undefined, done: Done): BenchLine {
  const { words } = attribute(name);
  const [value, left] = [figure.replace(/\s*(:|to)\s*1$/i, ''), open ?? '0'].map((text) =>
    /^\d{1,4}(?:[.,]\d{1,4})?$/.test(text) ? Number(text.replace(',', '.')) : NaN,
  );
  if (value === undefined || left === undefined || Number.isNaN(value + left))
    return no(`The ${words} is a plain number, like 4.9 or 4.9 : 1.`);
  const problem = figureProblem(name, value, left);
  if (problem !== undefined) return no(problem);
  const sigma = open === undefined ? {} : { sigma: left / READING_SIGMAS };
  const says = valueWords(name, value) + (open === undefined ? '' : ` ± ${valueWords(name, left)}`);
  return done({ kind: 'ratio', value }, says, sigma);
}

const isNone = (value: string): boolean => value.trim().toLowerCase() === 'none';
const NONE = { kind: 'choice', value: 'none' } as const;

const countAndSide = (count: number, side: string): BenchLine => ({
  recognised: true,
  evidence: { attribute: 'port-count', kind: 'count', value: count },
  also: { attribute: 'port-side', kind: 'choice', value: side },
  echo: `number of ports: ${count}; side of the ports: ${side}`,
});

const near = (list: readonly { designation: string }[]): string =>
  list.length === 0 ? '' : `Near it: ${list.map((n) => n.designation).join(', ')}.`;

const no = (problem: string): { readonly recognised: false; readonly problem: string } => ({
  recognised: false,
  problem,
});

/** How the bench line for an attribute begins: "label ", "port rear left ", "port rear left at ". */
export function benchWord(name: AttributeName, position = 'rear-left'): string {
  const port = `port ${position.replace(/-/g, ' ')} `;
  if (name === 'port-thread') return `${port}thread `;
  if (name === 'port-seat') return `${port}seat `;
  if (name === 'port-distance') return `${port}at `;
  if (name === 'port-feeds') return `${port}feeds `;
  if (name === 'tube') return `${port}tube `;
  const called = CALLED.find(([attributeName]) => attributeName === name);
  const face = position === 'master' || position === 'bulkhead' ? `${position} face ` : '';
  return called ? `${face}${called[1]} ` : '';
}

/** Every attribute with the word that starts its bench line, for buttons and help. */
export const BENCH_WORDS: readonly { readonly name: AttributeName; readonly line: string }[] = [
  ...CALLED.map(([name, word]) => ({ name, line: `${word} ` })),
  { name: 'port-thread', line: benchWord('port-thread') },
];
