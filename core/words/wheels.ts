import type { WheelChange } from '../bore/wheels.js';

/** Sentences about other wheel units, made here and nowhere else. */

const share = (ratio: number): string => `${(Math.abs(ratio - 1) * 100).toFixed(0)} %`;

/** What other wheel units do to force, travel and balance, and which master would leave the feel as it was. */
export function wheelSentence({ areaRatio, torqueRatio, sameFeel }: WheelChange): string {
  if (Math.abs(areaRatio - 1) < 0.005 && (torqueRatio === undefined || Math.abs(torqueRatio - 1) < 0.005))
    return 'The same piston area: force and travel stay as they are.';
  const more = areaRatio > 1;
  const force = `The same pressure clamps with ${share(areaRatio)} ${more ? 'more' : 'less'} force, and these wheels take ${share(areaRatio)} ${more ? 'more' : 'less'} fluid for the same gap: the pedal travels ${more ? 'further' : 'less far'} by their share`;
  const disc =
    torqueRatio === undefined
      ? 'how far the disc changes it is not known'
      : `with the disc the braking at the same pressure is ${torqueRatio.toFixed(2)} of what it was`;
  const master = sameFeel
    ? ` Where all that hangs on the master changes alike, one of ${sameFeel.exactMm.toFixed(1)} mm would leave the travel as it was: ${sameFeel.made.join(' and ')} are the nearest that are made.`
    : '';
  return `${force}; ${disc}.${master}`;
}
