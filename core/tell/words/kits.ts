import type { KitCode, KitJudgement } from '../../list/kit/index.js';
import { valueWords } from '../../named/attribute/index.js';

/** Sentences about seal kits, made here and nowhere else. */

const sizes = (values: readonly number[]): string => values.map((mm) => valueWords('bore', mm)).join(' and ');
const others = ({ sizes: all, bores }: KitJudgement): readonly number[] =>
  all.filter((size) => !bores.some((bore) => Math.abs(bore - size) < 0.1));

const WORDS: Readonly<Record<KitCode, (j: KitJudgement) => string>> = {
  'bore-not-known': () => 'The bore of this unit is not recorded: measure it before a kit is chosen.',
  'bore-not-seen': () =>
    'Its list names it for this unit, and nobody can measure the bore: measure it before the seals go in.',
  'other-bore': ({ sizes: of, bores, listed }) =>
    `The kit seals ${sizes(of)}, the unit has ` +
    `${sizes(bores.slice(0, 1))}${listed ? ', although it is listed for it' : ''}.`,
  'no-large-seal': ({ bores }) =>
    `The unit is stepped, ${sizes(bores.slice(1))} at the mouth; the kit has no seal for it.`,
  fluid: ({ seals, grade }) => `The kit’s ${seals ?? ''} seals do not survive ${grade ?? 'the fluid'}.`,
  'material-not-known': ({ seals, grade }) =>
    seals === undefined
      ? 'What its seals are made of is not recorded: ask its maker before it is ordered.'
      : `Whether seals of ${seals} survive ${grade ?? 'the fluid'} depends on their maker: ask.`,
  lacks: ({ lacks }) => `The kit has no ${lacks.join(', no ')}, and this unit needs it.`,
  'by-bore': ({ bores }) =>
    `Not excluded: its bore is ${sizes(bores.slice(0, 1))}, and no list names it for this unit. ` +
    'Maker, unit and date choose a kit: ask its maker.',
  'other-month': ({ builtFrom, builtTo }) => `Its list names it for this unit ${months(builtFrom, builtTo)} only.`,
  'month-not-known': ({ builtFrom, builtTo }) =>
    `Its list names it for this unit ${months(builtFrom, builtTo)} only: read the build month from the plate.`,
  'side-by-side': () => 'Its maker did not answer: lay its seals beside the old ones before anything is fitted.',
  confirmed: ({ bores }) => `Its maker says it is for this unit; seals ${sizes(bores)}.`,
  listed: ({ bores }) => `Listed for this unit; seals ${sizes(bores)}.`,
};

const months = (from: string | undefined, to: string | undefined): string =>
  [from === undefined ? undefined : `from ${from}`, to === undefined ? undefined : `up to ${to}`]
    .filter((part) => part !== undefined)
    .join(' ');

/** What a judgement of a kit says, with the sizes that are left over and what is ordered beside it. */
export function kitSentence(judged: KitJudgement): string {
  const right = judged.state === 'fits' || judged.state === 'fits-with-change';
  const left = right ? others(judged) : [];
  return [
    WORDS[judged.code](judged),
    left.length > 0 ? `It holds seals for ${sizes(left)} too: leave those out.` : undefined,
    right && judged.times > 1 ? `One unit takes ${judged.times} of it.` : undefined,
    right && judged.beside.length > 0 ? `Not in it: ${judged.beside.map(({ item }) => item).join(', ')}.` : undefined,
    judged.stays.length > 0
      ? `Stays in the housing and is in no kit: ${judged.stays.map(({ item }) => item).join(', ')}.`
      : undefined,
  ]
    .filter((part) => part !== undefined)
    .join(' ');
}
