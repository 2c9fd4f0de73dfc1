import { BRAKE_THREADS } from './brake.data.js';
import { inchSizeMm, pitchText, SERIES as STANDARD } from './series.data.js';
import type { SeriesThread } from './types.js';
import { plainWriting } from './writing.js';

export interface NearThread {
  readonly designation: string;
  readonly why: string;
}

export interface ThreadName {
  readonly recognised: boolean;
  readonly designation?: string;
  /** Said when the thread is real but not one that brake and clutch hydraulics use. */
  readonly unusual?: string;
  readonly problem?: 'no-such-pitch' | 'family-mismatch' | 'left-hand' | 'unreadable';
  /** The problem in a sentence. */
  readonly sentence?: string;
  readonly nearest: readonly NearThread[];
  /** The seat that was named with it. */
  readonly seat?: string;
}

/** What hydraulics use beside the standards is known too, so that it is told apart from a name that is wrong. */
const OFF_STANDARD: readonly SeriesThread[] = BRAKE_THREADS.filter(
  (t) => !STANDARD.some((s) => s.designation === t.designation),
);
const SERIES: readonly SeriesThread[] = [...STANDARD, ...OFF_STANDARD];

type British = 'BSF' | 'BSW' | 'BSC';
type Label = 'M' | 'KEG' | 'UNC' | 'UNF' | 'UNEF' | 'UNS' | 'UN' | British | 'NPT' | 'NPTF' | 'G' | 'R' | 'Rp' | 'BSP';

interface Written {
  readonly size: string;
  readonly metric: boolean;
  readonly label?: Label;
  /** Pitch in mm, or threads per inch when the size is in inches. */
  readonly pitch?: number;
}

const LABELS: readonly (readonly [RegExp, Label])[] = [
  [/\bbspp\b|\bbsp parallel\b/, 'G'],
  [/\bbspt\b|\bbsp taper(ed)?\b/, 'R'],
  [/\bbsp\b/, 'BSP'],
  [/\bkeg\b|\bkegelig\b|\bconical\b/, 'KEG'],
  [/\bbsf\b/, 'BSF'],
  [/\bbsw\b|\bwhitworth\b/, 'BSW'],
  [/\bbsc\b|\bcei\b/, 'BSC'],
  [/\bnptf\b/, 'NPTF'],
  [/\bn\.?p\.?t\b\.?/, 'NPT'],
  [/\bunef\b/, 'UNEF'],
  [/\bunc\b/, 'UNC'],
  [/\bunf\b/, 'UNF'],
  [/\buns\b/, 'UNS'],
  [/\bun\b/, 'UN'],
  [/^g(?=[ \d])/, 'G'],
  [/^rp(?=[ \d])/, 'Rp'],
  [/^r(?=[ \d])/, 'R'],
];

const PIPE: readonly Label[] = ['NPT', 'NPTF', 'G', 'R', 'Rp', 'BSP'];

const INCH = /^(#?\d{1,2}(?:\/\d{1,2})?)(?:\s*(?:-|x|by|×|\s)\s*(\d{1,2}(?:\.5)?))?\s*(?:tpi|per inch)?$/;
const METRIC = /^m?\s*(\d{1,2}(?:\.\d)?)(?:\s*(?:-|x|by|×|\*|\s)\s*(\d(?:\.\d{1,3})?|\.\d{1,3}|\d{2}))?\s*(?:mm)?$/;

/**
 * Reads a thread designation as people write it and checks it against the standard series: `3/8-24`, `3/8x24`,
 * `7/16 by 24`, `M10x1`, `10x1`, `m10 x 1,0`, `1/8 npt`, `G1/8`. A name that is in no standard, or that mixes families
 * (19 per inch called NPT), is said to be so, with the nearest real threads. Never throws.
 */
export function readThread(text: string): ThreadName {
  const { text: clean, seat, fine, leftHand } = plainWriting(text);
  if (clean === '') return unreadable('Nothing is written here.');
  if (text.length > 80 || clean.length > 40) return unreadable('This is too long to be a thread name.');
  const written = parse(clean);
  if (!written)
    return unreadable(
      `"${clean.slice(0, 24)}" does not read as a thread: write it like 3/8-24, M10x1.0, 1/8 NPT or G 1/8.`,
    );
  const named = fine === true && written.pitch === undefined ? whichFine(written) : judge(written);
  const read = leftHand === true ? turnedLeft(named) : named;
  return seat === undefined ? read : { ...read, seat };
}

/** A left-hand thread is another thread: it is never taken for the right-hand one. */
function turnedLeft({ designation, nearest }: ThreadName): ThreadName {
  const right = designation === undefined ? '' : ` The right-hand one is ${designation}.`;
  return problem(
    'left-hand',
    `A left-hand thread: lines and ports of hydraulics are right-handed, and one does not go into the other.${right}`,
    designation === undefined ? nearest : [{ designation, why: 'the right-hand one' }],
  );
}

/** "M10 fine" names a size and that it is not the coarse thread: how fine has to be measured. */
function whichFine(written: Written): ThreadName {
  const [, ...finer] = SERIES.filter(
    (t) => sizeOf(t) === written.size && (t.family === 'metric') === written.metric && carries(t, written.label),
  ).sort((a, b) => b.pitchMm - a.pitchMm);
  const used = BRAKE_THREADS.filter((t) => finer.some(({ designation }) => designation === t.designation));
  if (finer.length === 0) return noSize(written);
  return problem(
    'unreadable',
    `${sizeWritten(written)} fine may be ${orList(used.length > 0 ? used : finer)}: measure the pitch.`,
    used.map((t) => near(t, t.usedFor)),
  );
}

function parse(clean: string): Written | undefined {
  let rest = clean;
  let label: Label | undefined;
  for (const [pattern, name] of LABELS) {
    if (!pattern.test(rest)) continue;
    label = name;
    rest = rest
      .replace(pattern, ' ')
      .replace(/[()]/g, ' ')
      .replace(/\s+/g, ' ')
      .trim()
      .replace(/[- ]+$/, '');
    if (PIPE.includes(name)) rest = rest.replace(/^(g|rp?|nptf?) ?/, '');
    break;
  }
  if (/^m/.test(rest) || (label === undefined && /^\d{1,2}(\.\d)?\s*(x|by|×|\*)\s*(\d?\.\d+|\d)$/.test(rest))) {
    const metric = METRIC.exec(rest);
    if (!metric) return undefined;
    return { size: String(Number(metric[1])), metric: true, label: label ?? 'M', ...pitchOf(metric[2]) };
  }
  const inch = INCH.exec(rest);
  if (!inch) return undefined;
  const size = inch[1] ?? '';
  const whole = !size.includes('/') && !size.startsWith('#');
  if (whole && Number(size) > 1 && inch[2] === undefined) return undefined;
  const numberOne = size === '1' && Number(inch[2] ?? 0) > 40;
  const named = whole && (size !== '1' || numberOne) ? `#${size}` : size;
  return { size: named, metric: false, ...(label ? { label } : {}), ...pitchOf(inch[2]) };
}

const pitchOf = (text: string | undefined): { pitch?: number } => (text === undefined ? {} : { pitch: Number(text) });

function judge(written: Written): ThreadName {
  const ofSize = SERIES.filter(
    (thread) => sizeOf(thread) === written.size && (thread.family === 'metric') === written.metric,
  );
  const ofLabel = ofSize.filter((thread) => carries(thread, written.label));
  const ofPitch = (list: readonly SeriesThread[]) =>
    written.pitch === undefined ? list : list.filter((t) => Math.abs(pitchWritten(t) - (written.pitch ?? 0)) < 0.001);
  const matching = ofPitch(ofLabel);
  if (written.pitch === undefined) return withoutPitch(written, ofLabel, ofSize);
  if (matching.length === 1 && matching[0]) return real(matching[0]);
  if (matching.length > 1) return whichOne(matching);
  const otherFamily = ofPitch(ofSize).filter((thread) => !isNamedOnly(thread));
  if (otherFamily.length > 0) {
    const says =
      `${sizeWritten(written)} with ${pitchSaid(written)} is ${orList(otherFamily)}, not ` + `${written.label ?? ''}`;
    const right = ofLabel.length > 0 ? `; ${written.label} ${sizeWritten(written)} has ${listPitches(ofLabel)}` : '';
    return problem('family-mismatch', `${says}${right}.`, [
      ...otherFamily.map((t) => near(t, `has ${pitchWords(t)}`)),
      ...ofLabel.slice(0, 2).map((t) => near(t, `the real ${written.label} of this size: ${pitchWords(t)}`)),
    ]);
  }
  if (ofSize.length === 0 && !written.metric && written.label === undefined) return noSize(written);
  if (ofSize.length === 0) return noSize(written);
  const comesIn = listPitches(ofLabel.length > 0 ? ofLabel : ofSize);
  const sentence = `There is no ${sizeWritten(written)} thread with ${pitchSaid(written)}: it comes with ${comesIn}.`;
  return problem('no-such-pitch', sentence, nearestTo(written));
}

function withoutPitch(written: Written, ofLabel: readonly SeriesThread[], ofSize: readonly SeriesThread[]): ThreadName {
  const only = ofLabel[0];
  if (written.label === 'BSP' && ofLabel.length > 0) return whichOne(ofLabel);
  if (only && ofLabel.length === 1 && written.label) return real(only);
  if (written.metric && only) {
    const others = BRAKE_THREADS.filter(
      (t) => t.family === 'metric' && sizeOf(t) === written.size && t.designation !== only.designation,
    );
    return {
      recognised: true,
      designation: only.designation,
      unusual:
        `M${written.size} alone means the coarse pitch, ${pitchText(only.pitchMm)} mm; hydraulics mostly ` +
        'use a fine one. Measure the pitch.',
      nearest: others.map((t) => near(t, t.usedFor)),
    };
  }
  if (ofSize.length === 0) return noSize(written);
  const likely = BRAKE_THREADS.filter((t) => sizeOf(t) === written.size);
  return problem(
    'unreadable',
    `${sizeWritten(written)} alone does not name a thread: add the threads per inch or the family.`,
    likely.map((t) => near(t, t.usedFor)),
  );
}

function real(thread: SeriesThread): ThreadName {
  if (OFF_STANDARD.includes(thread)) {
    const unusual =
      `${thread.designation} is made (${thread.source}): measure twice, and look at the neighbours ` + 'first.';
    return {
      recognised: true,
      designation: thread.designation,
      unusual,
      nearest: neighbours(thread).map((t) => near(t, differenceWords(t, thread))),
    };
  }
  const used = BRAKE_THREADS.some((t) => t.designation === thread.designation);
  if (used) return { recognised: true, designation: thread.designation, nearest: [] };
  const nearest = neighbours(thread);
  return {
    recognised: true,
    designation: thread.designation,
    unusual:
      `${thread.designation} is a real thread (${thread.source}) but not one that brake and clutch ` +
      'hydraulics use.',
    nearest: nearest.map((t) => near(t, differenceWords(t, thread))),
  };
}

function whichOne(matching: readonly SeriesThread[]): ThreadName {
  const british = matching.find((t) => t.family === 'BSF');
  const meant = british ? BRAKE_THREADS.filter((t) => sizeOf(t) === sizeOf(british)) : [];
  if (british && meant.length > 0)
    return problem(
      'unreadable',
      `${british.designation} is right on an old British unit; on most others ${orList(meant)} was ` +
        'meant and misspoken. Ask, or count the threads.',
      [
        near(british, `British, ${pitchWords(british)}`),
        ...meant.map((t) => near(t, `${pitchWords(t)}: ${t.usedFor}`)),
      ],
    );
  const taper =
    matching.length === 2 && matching.some((t) => t.family === 'G') && matching.some((t) => t.family === 'R');
  const how = taper ? 'only the taper tells them apart: say G (parallel) or R (tapered)' : 'say which family is meant';
  return problem(
    'unreadable',
    `This may be ${orList(matching)}; ${how}.`,
    matching.map((t) => near(t, `${t.tapered ? 'tapered' : 'parallel'}, ${pitchWords(t)}`)),
  );
}

function noSize(written: Written): ThreadName {
  const what = written.label && PIPE.includes(written.label) ? `${written.label} ` : '';
  const sentence =
    `There is no ${what}thread of the size ${sizeWritten(written)} in the standard series up to 24 ` +
    'mm, 1 in and 1/2 pipe.';
  return problem('no-such-pitch', sentence, nearestTo(written));
}

/** The three brake threads nearest in diameter and pitch to what was written. */
function nearestTo(written: Written): NearThread[] {
  const majorMm = written.metric ? Number(written.size) : inchSizeMm(written.size);
  const pitchMm = pitchMmOf(written);
  const nominal = written.label && PIPE.includes(written.label) ? pipeMajor(written.size) : majorMm;
  const target = { majorMm: nominal, pitchMm };
  return [...BRAKE_THREADS]
    .filter((t) => Number.isFinite(nominal) && Math.abs(t.majorMm - nominal) < 3)
    .sort((a, b) => apart(a, target) - apart(b, target))
    .slice(0, 3)
    .map((t) => near(t, differenceWords(t, target)));
}

const pipeMajor = (size: string): number =>
  SERIES.find((t) => (t.family === 'NPT' || t.family === 'G') && sizeOf(t) === size)?.majorMm ?? inchSizeMm(size);

function neighbours(thread: SeriesThread): readonly SeriesThread[] {
  return BRAKE_THREADS.filter((t) => t !== thread)
    .sort((a, b) => apart(a, thread) - apart(b, thread))
    .slice(0, 3);
}

/** Ordering of nearness: a millimetre of diameter counts like two tenths of pitch. */
const apart = (a: { majorMm: number; pitchMm: number }, b: { majorMm: number; pitchMm: number }): number =>
  Math.abs(a.majorMm - b.majorMm) + 5 * Math.abs(a.pitchMm - b.pitchMm);

function differenceWords(thread: SeriesThread, from: { majorMm: number; pitchMm: number }): string {
  const d = thread.majorMm - from.majorMm;
  const diameter =
    Math.abs(d) < 0.01 ? 'same diameter' : `${Math.abs(d).toFixed(2)} mm ${d > 0 ? 'larger' : 'smaller'}`;
  return `${diameter}, ${pitchWords(thread)}`;
}

function pitchMmOf(written: Written): number {
  const pitch = written.pitch ?? 0;
  if (!written.metric) return 25.4 / pitch;
  return pitch > 6 ? 25.4 / pitch : pitch;
}

function sizeOf(thread: SeriesThread): string {
  if (thread.family === 'metric') return String(thread.majorMm);
  const size = /(\d+\/\d+|\d+)/.exec(thread.designation)?.[1] ?? '';
  const numbered = thread.family === 'UN' && !size.includes('/') && size !== '1';
  const numberOne = thread.family === 'UN' && size === '1' && thread.majorMm < 5;
  return numbered || numberOne ? `#${size}` : size;
}

function carries(thread: SeriesThread, label: Label | undefined): boolean {
  switch (label) {
    case undefined:
      return !isNamedOnly(thread);
    case 'M':
      return thread.family === 'metric' && !thread.tapered;
    case 'KEG':
      return thread.family === 'metric' && thread.tapered;
    case 'BSF':
    case 'BSW':
    case 'BSC':
      return thread.family === label;
    case 'NPTF':
    case 'Rp':
      return thread.designation.split(' ').includes(label);
    case 'BSP':
      return thread.family === 'G' || (thread.family === 'R' && thread.tapered);
    case 'NPT':
    case 'G':
    case 'R':
      return thread.family === label && !isNamedOnly(thread);
    case 'UN':
      return thread.family === 'UN';
    default:
      return thread.designation.endsWith(` ${label}`);
  }
}

/**
 * Threads that are meant only when they are named: a bare 1/8-27 stays NPT, a bare M10x1 is parallel, a bare 3/8-16 is
 * UNC and a bare 1/4-26 is BSF.
 */
const isNamedOnly = ({ designation }: SeriesThread): boolean =>
  /\bkeg$|\bNPTF$|^Rp |\bBSW$|^1\/4-26 BSC$/.test(designation);

const pitchWritten = (t: SeriesThread): number => (t.family === 'metric' ? t.pitchMm : Math.round(25.4 / t.pitchMm));
const pitchWords = (t: SeriesThread): string =>
  t.family === 'metric' ? `pitch ${pitchText(t.pitchMm)} mm` : `${pitchWritten(t)} per inch`;
const pitchSaid = (w: Written): string => (w.metric ? `pitch ${w.pitch} mm` : `${w.pitch} per inch`);
const sizeWritten = (w: Written): string =>
  w.metric ? `M${w.size}` : w.size.startsWith('#') ? `No. ${w.size.slice(1)}` : w.size;
const orList = (list: readonly SeriesThread[]): string => list.map((t) => t.designation).join(' or ');
const listPitches = (list: readonly SeriesThread[]): string => [...new Set(list.map(pitchWords))].join(', ');
const near = (thread: SeriesThread, why: string): NearThread => ({ designation: thread.designation, why });
const unreadable = (sentence: string): ThreadName => problem('unreadable', sentence, []);
const problem = (
  kind: NonNullable<ThreadName['problem']>,
  sentence: string,
  nearest: readonly NearThread[],
): ThreadName => ({
  recognised: false,
  problem: kind,
  sentence,
  nearest,
});
