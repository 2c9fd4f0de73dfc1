import { lookup } from '../../base/lookup/index.js';
import type { AttributeName } from '../../named/attribute/index.js';
import { findSlot } from '../../vehicle/place/index.js';
import type { Plan } from './index.js';
import type { Brought, ConversionPart, Role } from './types.js';

/** Conversions that stand in one job, as one: what they want of its places, and where they want different things. */

export interface Plans extends Pick<Plan, 'changes' | 'asks' | 'mated' | 'watch' | 'cautions' | 'tools' | 'steps'> {
  /** Each by itself, in the order of the table. */
  readonly plans: readonly Plan[];
  /** Their words, for whoever reads them: "drum to disc at the front, single to dual". */
  readonly words: string;
  /** One role for each place; one that changes its unit goes before one that leaves it. */
  readonly roles: readonly Role[];
  readonly parts: readonly (ConversionPart & { readonly of: string })[];
  readonly splits: boolean;
  readonly brings: readonly Brought[];
  /** What they want of one thing that cannot be both, each in a sentence with both sides. */
  readonly clashes: readonly string[];
}

/**
 * Several plans as one. They have no order: what comes of them depends on the set alone. Two that want different things
 * of one part contradict each other, and both are named.
 */
export function together(given: readonly Plan[]): Plans {
  const plans = [...given].sort((a, b) => (a.id < b.id ? -1 : 1));
  const all = <T>(of: (plan: Plan) => readonly T[]): T[] => plans.flatMap(of);
  const slots = [...new Set(all(({ roles }) => roles.map(({ slot }) => slot)))];
  return {
    plans,
    words: plans.map(({ words }) => words).join(', '),
    roles: slots.flatMap((slot) => roleAt(slot, plans)),
    asks: Object.fromEntries(
      slots.map((slot): [string, readonly AttributeName[]] => [
        slot,
        [...new Set(all(({ asks }) => lookup(asks, slot) ?? []))],
      ]),
    ),
    changes: all(({ changes }) => changes),
    parts: all(({ id, parts }) => parts.map((part) => ({ ...part, of: id }))),
    tools: [...new Set(all(({ tools }) => tools))],
    steps: all(({ steps }) => steps),
    mated: [...new Set(all(({ mated }) => mated))],
    watch: [...new Set(all(({ watch }) => watch))],
    cautions: [...new Set(all(({ cautions }) => cautions))],
    splits: plans.some(({ splits }) => splits === true),
    brings: [...new Map(all(({ brings }) => brings).map((one) => [one.part, one])).values()],
    clashes: pairsOf(plans).flatMap(([a, b]) => [...rolesClash(a, b), ...changesClash(a, b)]),
  };
}

const pairsOf = (plans: readonly Plan[]): (readonly [Plan, Plan])[] =>
  plans.flatMap((a, i) => plans.slice(i + 1).map((b) => [a, b] as const));

/** What is wanted at a place, by all that want something there. */
function roleAt(slot: string, plans: readonly Plan[]): Role[] {
  const roles = plans.flatMap((plan) => plan.roles.filter((role) => role.slot === slot));
  const changing = roles.filter(({ stays }) => !stays);
  const [first] = changing.length > 0 ? changing : roles;
  if (!first) return [];
  const wanted = changing.flatMap((role) => role.wanted ?? []);
  const names = [...new Set(wanted.map(({ attribute }) => attribute))];
  return [
    {
      ...first,
      words: [...new Set((changing.length > 0 ? changing : roles).map(({ words }) => words))].join(', '),
      ...(names.length === 0
        ? {}
        : {
            wanted: names.map((attribute) => ({
              attribute,
              is: wanted.filter((one) => one.attribute === attribute).reduce(both).is,
            })),
          }),
    },
  ];
}

type Wanted = NonNullable<Role['wanted']>[number];
const both = (a: Wanted, b: Wanted): Wanted => ({ ...a, is: a.is.filter((one) => b.is.includes(one)) });

function rolesClash(a: Plan, b: Plan): string[] {
  return a.roles.flatMap((one) =>
    b.roles
      .filter((other) => other.slot === one.slot && !other.stays && !one.stays && !agree(one, other))
      .map((other) => {
        const place = findSlot(one.slot)?.words ?? one.slot;
        return `“${a.words}” wants ${one.words} for the ${place}, “${b.words}” wants ${other.words}: drop one of them.`;
      }),
  );
}

const agree = (a: Role, b: Role): boolean =>
  a.kind === b.kind &&
  (a.wanted ?? []).every((one) =>
    (b.wanted ?? []).every((other) => other.attribute !== one.attribute || both(one, other).is.length > 0),
  );

/** Two that set one thing to different values; sums of both are no clash. */
function changesClash(a: Plan, b: Plan): string[] {
  return a.changes.flatMap(({ slot, change }) =>
    b.changes
      .filter(
        (other) =>
          other.slot === slot &&
          other.change.face === change.face &&
          other.change.attribute === change.attribute &&
          other.change.position === change.position &&
          other.change.by === undefined &&
          change.by === undefined &&
          other.change.to !== change.to,
      )
      .map(
        (other) =>
          `“${a.words}” makes ${change.attribute} of the ${findSlot(slot)?.words ?? slot} ${String(change.to)}, ` +
          `“${b.words}” makes it ${String(other.change.to)}: drop one of them.`,
      ),
  );
}
