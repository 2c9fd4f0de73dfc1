import type { Slot } from '../../vehicle/place/index.js';

/** What a whole call says: "Q4 tug clutch slave leaking" names a vehicle, a unit and what is wrong. */
export interface Call {
  readonly slot?: Slot;
  /** A row of the table of complaints. */
  readonly complaint?: string;
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
  [/\b(leaks?|leaking|leaky|weeps?|weeping|wet)\b/, 'leak-at-unit'],
];
const FILLERS = /\b(the|a|an|on|of|is|has|my|our|for|and|with|its)\b/g;

/** Reads a call. Undefined where it names neither a unit nor a complaint: then it is something else. */
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
  const [slot, complaint] = [take(UNITS), take(COMPLAINTS)];
  if (slot === undefined && complaint === undefined) return undefined;
  const words = rest.replace(FILLERS, ' ').replace(/\s+/g, ' ').trim();
  return {
    ...(slot === undefined ? {} : { slot }),
    ...(complaint === undefined ? {} : { complaint }),
    rest: words,
  };
}
