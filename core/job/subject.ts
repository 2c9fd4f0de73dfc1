import { PLACE_SIDES, type PlaceSide, type System, SYSTEMS } from '../vehicle/place/index.js';

/** What a decision of a job is about: one value, read and written here and nowhere else. */

export const PLACE_SUBJECTS = ['old', 'unit', 'kit', 'reseal', 'slot', 'at', 'wanted'] as const;
export type PlaceSubject = (typeof PLACE_SUBJECTS)[number];

export type Subject =
  /**
   * The unit that was identified, the one that was chosen, its kit, that it stays and gets new seals, a place that is
   * worked on too, where the old unit is, another design that is wanted.
   */
  | { [About in PlaceSubject]: { readonly about: About; readonly slot: string } }[PlaceSubject]
  /** A fix that was accepted: its name at its place. */
  | { readonly about: 'fix'; readonly slot: string; readonly fix: string }
  /** A joint that a named person lets pass. */
  | { readonly about: 'override'; readonly slot: string; readonly joint: string }
  /** What the supplier said of an item of the box: it is there, or it is not. */
  | { readonly about: 'box'; readonly slot: string; readonly item: string }
  /** What was found on looking at what stays. */
  | { readonly about: 'look'; readonly slot: string; readonly look: string }
  /** A question that nobody could answer: it cannot be seen, or its source did not say. */
  | { readonly about: 'asked'; readonly slot: string; readonly question: string }
  /** A cause that looks like a bad unit: it was this, or it was ruled out. */
  | { readonly about: 'found'; readonly cause: string }
  /** What becomes of a place, or of one side of it. */
  | { readonly about: 'place'; readonly slot: string; readonly side?: PlaceSide }
  /** The fluid of a system. */
  | { readonly about: 'fluid'; readonly system: System }
  /** A conversion that the job is planned by: the first one without its name, and each by its name. */
  | { readonly about: 'conversion'; readonly conversion?: string };

/** A subject as it is kept and sent: "fix:brake-master/old-rod". */
export function subjectText(subject: Subject): string {
  switch (subject.about) {
    case 'conversion':
      return subject.conversion === undefined ? subject.about : `${subject.about}:${subject.conversion}`;
    case 'fluid':
      return `fluid:${subject.system}`;
    case 'fix':
      return `fix:${subject.slot}/${subject.fix}`;
    case 'override':
      return `override:${subject.slot}/${subject.joint}`;
    case 'found':
      return `found:${subject.cause}`;
    case 'look':
      return `look:${subject.slot}/${subject.look}`;
    case 'asked':
      return `asked:${subject.slot}/${subject.question}`;
    case 'place':
      return `place:${subject.slot}${subject.side === undefined ? '' : `/${subject.side}`}`;
    case 'box':
      return `box:${subject.slot}/${subject.item}`;
    default:
      return `${subject.about}:${subject.slot}`;
  }
}

/** Reads a subject; undefined when it is none. */
export function readSubject(text: string): Subject | undefined {
  if (text === 'conversion') return { about: text };
  const [, about = '', rest = ''] = /^([a-z]+):(.+)$/.exec(text) ?? [];
  const place = PLACE_SUBJECTS.find((kind) => kind === about);
  if (place) return { about: place, slot: rest };
  const system = SYSTEMS.find((s) => s === rest);
  if (about === 'fluid') return system && { about, system };
  if (about === 'conversion') return { about, conversion: rest };
  if (about === 'found') return { about, cause: rest };
  if (about === 'place') return placeSubject(rest);
  const [, slot = '', what = ''] = /^([^/]+)\/(.+)$/.exec(rest) ?? [];
  if (slot === '') return undefined;
  if (about === 'look') return { about, slot, look: what };
  if (about === 'asked') return { about, slot, question: what };
  if (about === 'box') return { about, slot, item: what };
  if (about === 'fix') return { about, slot, fix: what };
  return about === 'override' ? { about, slot, joint: what } : undefined;
}

function placeSubject(text: string): Subject | undefined {
  const [slot = '', at, ...more] = text.split('/');
  if (at === undefined) return { about: 'place', slot };
  const side = PLACE_SIDES.find((one) => one === at);
  return side && more.length === 0 ? { about: 'place', slot, side } : undefined;
}
