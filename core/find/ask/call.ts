import type { Slot } from '../../vehicle/place/index.js';

/** What a whole call says: "Q4 tug clutch slave leaking" names a vehicle, a unit and what is wrong. */
export interface Call {
  readonly slot?: Slot;
  /** A row of the table of complaints. */
  readonly complaint?: string;
  /** What is wanted, where the words say so. */
  readonly request?: 'upgrade' | 'convert' | 'kit';
  /** A row of the table of conversions. */
  readonly conversion?: string;
  /** What is only asked, and can perhaps be answered on the spot. */
  readonly question?: 'fluid' | 'kit';
  /** The words that are left: those of the vehicle. */
  readonly rest: string;
}

/** Names of units as people call them, the longer ones first. */
const UNITS: readonly (readonly [RegExp, Slot])[] = [
  [/\bclutch master( cylinder)?s?\b/, 'clutch-master'],
  [/\b(clutch )?slave( cylinder)?s?\b/, 'slave'],
  [/\b(brake )?master( cylinder)?s?\b/, 'brake-master'],
  [/\b(brake )?(booster|servo)s?\b/, 'booster'],
  [/\bfront (wheel cylinder|caliper|brake|wheel unit)s?\b/, 'front-brake'],
  [/\brear (wheel cylinder|caliper|brake|wheel unit)s?\b/, 'rear-brake'],
  [/\bcalipers?\b/, 'front-brake'],
  [/\bwheel cylinders?\b/, 'rear-brake'],
];

const COMPLAINTS: readonly (readonly [RegExp, string])[] = [
  [/\bstain(s|ed)?( on the booster)?\b/, 'stain-on-booster'],
  [/\b(pedal )?(sinks|sinking|sank)( pedal)?\b/, 'sinking-pedal'],
  [/\b(soft|spongy)( pedal)?\b/, 'spongy-pedal'],
  [/\bhard pedal\b/, 'hard-pedal'],
  [/\b(drags?|dragging|runs hot|binding)\b/, 'dragging'],
  [/\b(gears? )?(crunch(es|ing)?|grind(s|ing)?)( gears?)?\b/, 'gears-crunch'],
  [/\b(clutch )?(slips|slipping)\b/, 'clutch-slips'],
  [/\b(noise|noisy|hiss(es|ing)?)\b/, 'noise'],
  [/\bbehind the boot\b/, 'fluid-behind-boot'],
  [/\b(damp|dirty|greasy|oily)\b/, 'damp'],
  [/\b(bent|stripped|seized|frozen|broken( off)?|cracked)\b/, 'damaged'],
  [/\b((a )?piece )?fell out\b/, 'piece-fell-out'],
  [/\b(just in case|precaution(ary)?|preventive(ly)?)\b/, 'age-unknown'],
  [/\b(leaks?|leaking|leaky|weeps?|weeping|wet)\b/, 'leak-at-unit'],
];
/** Conversions as people ask for them; what they become is the table's. */
const CONVERSIONS: readonly (readonly [RegExp, string])[] = [
  [/\b((convert(ed)? |conversion )?(to |into ))?hydraulic( (booster|servo|assist(ance)?))?\b/, 'vacuum-to-hydraulic'],
  [/\b(single to dual|dual circuits?|two circuits|split circuits?)\b/, 'single-to-dual'],
  [/\b(drums? to discs?|disc (brakes?|conversion)|convert(ed)? to discs?|front discs)\b/, 'drum-to-disc'],
  [/\bthree (outlets )?to two( outlets)?\b/, 'three-to-two'],
  [/\b(add (a )?(booster|servo)|unassisted to assisted)\b/, 'assist'],
  [/\b(self[- ]shifting|automatic) to manual\b/, 'self-shifting-to-manual'],
];
const REQUESTS: readonly (readonly [RegExp, NonNullable<Call['request']>])[] = [
  [/\b(bigger|larger|upgrade(d)?( to)?)\b/, 'upgrade'],
  [/\b(convert(ed)?( to)?|conversion( to)?)\b/, 'convert'],
  [/\b(seal kit|repair kit|overhaul kit|kit alone|reseal(ed)?)\b/, 'kit'],
];
const QUESTIONS: readonly (readonly [RegExp, NonNullable<Call['question']>])[] = [
  [/\b(which|what)? ?(brake |clutch )?fluid\b/, 'fluid'],
];
const FILLERS = /\b(the|a|an|on|of|is|has|my|our|for|and|with|its)\b/g;

/** Reads a call. Undefined where it names no unit, complaint, wish or question: then it is something else. */
export function readCall(text: string): Call | undefined {
  let rest = ` ${text.toLowerCase().replace(/[,.;:]/g, ' ')} `;
  const take = <V>(table: readonly (readonly [RegExp, V])[]): V | undefined => {
    for (const [pattern, value] of table)
      if (pattern.test(rest)) {
        rest = rest.replace(pattern, ' ');
        return value;
      }
    return undefined;
  };
  const conversion = take(CONVERSIONS);
  const request = conversion === undefined ? take(REQUESTS) : 'convert';
  // "Convert to" is said beside what it becomes.
  if (conversion !== undefined) take(REQUESTS);
  const question = request === 'kit' ? 'kit' : take(QUESTIONS);
  const [slot, complaint] = [take(UNITS), take(COMPLAINTS)];
  if ([slot, complaint, request, question].every((said) => said === undefined)) return undefined;
  const words = rest.replace(FILLERS, ' ').replace(/\s+/g, ' ').trim();
  return {
    ...(slot === undefined ? {} : { slot }),
    ...(complaint === undefined ? {} : { complaint }),
    ...(request === undefined ? {} : { request }),
    ...(conversion === undefined ? {} : { conversion }),
    ...(question === undefined ? {} : { question }),
    rest: words,
  };
}
