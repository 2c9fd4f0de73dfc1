import type { Mating, Misreading, ThreadCheck, ThreadIdentity } from '../../named/thread/index.js';

/** Sentences about a thread in the hand. */

const CHECKS: Readonly<Record<ThreadCheck, string>> = {
  pitch: 'Take the pitch, best as a length over several threads: n crests are n − 1 pitches.',
  'pitch-over-several': 'Take the pitch over several threads: a gauge of the wrong system lies down on two or three.',
  taper: 'Measure the diameter again further up: a tapered thread grows by 1 in 16.',
  'measure-again': 'Clean it and measure again, crest to crest; a worn or stretched thread reads small.',
};
export const threadCheckWords = (check: ThreadCheck): string => CHECKS[check];

/** What was found, in a sentence: the thread, the ones it may be, or that it is none of theirs. */
export function threadIdentityWords({ verdict, candidates, other, confusedWith, beyond }: ThreadIdentity): string {
  const [first, second] = candidates;
  const near = confusedWith.map(({ designation }) => designation).join(', ');
  if (beyond)
    return (
      'None: no thread of the standards is where these readings ' +
      `are${near === '' ? '' : `; the nearest that hydraulics use are ${near}`}.`
    );
  if (verdict === 'none')
    return other
      ? `None that hydraulics use: it is ${other.thread.designation} (${other.thread.source}). It must ` +
          `not be forced into ${near === '' ? 'anything of theirs' : near}.`
      : `None that can be named: the readings lie too far from ${first?.thread.designation ?? 'every thread'}.`;
  if (verdict === 'one') return `${first?.thread.designation ?? ''}: ${first?.thread.usedFor ?? ''}.`;
  return (
    'Not decided: ' +
    `${first?.thread.designation ?? ''}` +
    `${second ? ` or ${second.thread.designation}` : ', and the readings lie far from it'}.`
  );
}

/** What is said to whoever asked whether two go together: thread and seat in one breath, and what to do instead. */
export function couplingWords(
  {
    verdict,
    bindsAfterTurns,
    male,
    female,
  }: Pick<Mating, 'verdict' | 'bindsAfterTurns'> & { readonly male: string; readonly female: string },
  seats?: { readonly meets: boolean; readonly male: string; readonly female: string },
): string {
  const instead = 'Send the old one, or a picture of both ends with a ruler.';
  if (verdict === 'mates')
    return seats === undefined
      ? `${male} goes into ${female}. Whether it seals is told by the seat, not by the thread: look into ` +
          'the port and at the flare.'
      : seats.meets
        ? `${male} goes into ${female}, and both have the ${seats.male}: they go together.`
        : `Do not join them: the thread goes in and feels right, but the port has the ${seats.female} and ` +
          `the line the ${seats.male}. They never seal. ${instead}`;
  if (verdict === 'starts, then binds')
    return (
      `Do not join them: it starts by hand, and after about ${Math.floor(bindsAfterTurns ?? 0)} turns ` +
      `it binds before the seat closes. Forced, it strips. ${instead}`
    );
  if (verdict === 'loose')
    return (
      'Do not join them: it goes home by hand and holds on a part of its thread. Under pressure it ' +
      `lets go. ${instead}`
    );
  if (verdict === 'falls through') return `They do not hold on each other: it falls through. ${instead}`;
  if (verdict === 'taper mismatch')
    return `One is tapered and the other is not: they do not seal on each other. ${instead}`;
  return `It does not start: it is too large. ${instead}`;
}

/** Of the candidates those on which this wrench usually sits; a hint and no more. */
export function hexWords(hex: string, candidates: ThreadIdentity['candidates']): string | undefined {
  const sits = candidates
    .filter(({ thread }) => sitsOn(hex, `${thread.usualHex}, also ${thread.nut37Hex ?? ''}`))
    .map(({ thread }) => thread.designation);
  if (hex.trim() === '' || candidates.length === 0) return undefined;
  return sits.length === 0
    ? `${hex}: on none of these it is the usual hexagon. A hint, no proof: nuts are made with others too.`
    : `${hex} is usual on ${sits.join(' and ')}. A hint, no proof: one wrench sits on nuts of several threads.`;
}

/** Wrenches of both systems sit on one nut where they differ by less, mm: 11 mm and 7/16 in do. */
const ALIKE_MM = 0.3;
const INCH = 25.4;

/** Sizes in a text in mm: "10, 11 or 12 mm", "3/8 or 7/16 in", "8 to 10 mm", a bare "11". */
function sizesIn(words: string): readonly (readonly [number, number])[] {
  return words.split(/, also /).flatMap((part) => {
    const inch = /in\b|"|\//.test(part) && !part.includes('mm');
    const sizes = [...part.matchAll(/(\d+)(?:\/(\d+)|[.,](\d+))?/g)].map(([, whole = '', under, tenths]) => {
      const value = under === undefined ? Number(`${whole}.${tenths ?? '0'}`) : Number(whole) / Number(under);
      return inch ? value * INCH : value;
    });
    const [from, to] = sizes;
    if (/\bto\b/.test(part) && from !== undefined && to !== undefined) return [[from, to] as const];
    return sizes.map((size) => [size, size] as const);
  });
}

const sitsOn = (hex: string, usual: string): boolean =>
  sizesIn(hex).some(([own]) =>
    sizesIn(usual).some(([least, most]) => own >= least - ALIKE_MM && own <= most + ALIKE_MM),
  );

/** What may have been misread, and how to find out. */
export function misreadingWords({ what, thread, other }: Misreading): string {
  switch (what) {
    case 'count':
      return `Counted one off? There is one crest more than there are pitches; then it would be ${thread.designation}.`;
    case 'other-system':
      return (
        `A gauge of the other system lies down on two or three threads: ${thread.designation} has ` +
        `${thread.pitchMm.toFixed(3)} mm, ${(25.4 / thread.pitchMm).toFixed(1)} to the inch. Take it ` +
        'over eight.'
      );
    case 'worn':
      return (
        `Worn or stretched? By its pitch it would be ${thread.designation}, which reads another ` +
        'diameter. Measure where nothing was screwed on.'
      );
    case 'contradicts':
      return (
        `The diameter speaks for ${thread.designation}, the pitch for ` +
        `${other?.designation ?? 'another'}: one of the two was misread.`
      );
  }
}
