import type { ThreadCheck, ThreadIdentity } from '../thread/index.js';

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
  if (beyond) return `None: no thread of the standards is where these readings are${near === '' ? '' : `; the nearest that hydraulics use are ${near}`}.`;
  if (verdict === 'none')
    return other
      ? `None that hydraulics use: it is ${other.thread.designation} (${other.thread.source}). It must not be forced into ${near === '' ? 'anything of theirs' : near}.`
      : `None that can be named: the readings lie too far from ${first?.thread.designation ?? 'every thread'}.`;
  if (verdict === 'one') return `${first?.thread.designation ?? ''}: ${first?.thread.usedFor ?? ''}.`;
  return `Not decided: ${first?.thread.designation ?? ''}${second ? ` or ${second.thread.designation}` : ', and the readings lie far from it'}.`;
} // prettier-ignore
