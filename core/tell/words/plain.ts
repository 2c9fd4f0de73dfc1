/**
 * What a text holds that no name and no note may: characters that do not print and steer what stands around them. With
 * them a text could not go out and come back as it was, or would show something else than it says.
 */
const CONTROL = /[\u0000-\u0008\u000b-\u001f\u007f-\u009f\u2028\u2029]/u; // eslint-disable-line no-control-regex
const DIRECTION = /[\u061c\u200e\u200f\u202a-\u202e\u2066-\u2069]/u;
const NO_CHARACTER = /[\ufeff\ufff9-\ufffc\ufffe\uffff]|\p{Cs}|[\ufdd0-\ufdef]/u;

const named = (character: string): string =>
  `U+${(character.codePointAt(0) ?? 0).toString(16).toUpperCase().padStart(4, '0')}`;

/** A job's number as people read it out: four figures, more when there are more. */
export const jobNumber = (id: number): string => String(id).padStart(4, '0');

/**
 * Why a text cannot be kept, as a sentence about it; undefined when it can. A line break and a tab are part of a note.
 */
export function plainTextProblem(text: string): string | undefined {
  const control = CONTROL.exec(text)?.[0];
  if (control !== undefined) return `holds a control character (${named(control)}): type it again.`;
  const direction = DIRECTION.exec(text)?.[0];
  if (direction !== undefined)
    return `holds a character that turns the direction of writing (${named(direction)}): type it again.`;
  const none = NO_CHARACTER.exec(text)?.[0];
  if (none !== undefined) return `holds something that is no character (${named(none)}): type it again.`;
  return undefined;
}
