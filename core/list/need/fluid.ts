import type { View } from '../../judge/check/index.js';
import { isNew, judgedJoints, spacesOf } from '../../judge/joint/index.js';
import { type Part, partRow } from '../../vehicle/chain/index.js';
import { type System, SYSTEMS } from '../../vehicle/place/index.js';

/** Which fluid spaces a change opens, and what they take: read from the two chains. */

/** What a change opens of one system. */
export interface Opened {
  readonly system: System;
  /** Every part that the fluid reaches from what is opened. */
  readonly parts: readonly string[];
  /** The new units among them. */
  readonly units: readonly string[];
  /** What the new units hold, ml; undefined where none of them says. */
  readonly holds: number | undefined;
  /** Wheel units that are hydraulically connected with what is opened: they are flushed. */
  readonly wheels: number;
  /** The chain does not reach the wheels: how many are connected nobody recorded. */
  readonly unknown: boolean;
}

const CLUTCH: readonly Part['kind'][] = ['clutch-master', 'slave'];
const WHEELS: readonly Part['kind'][] = ['caliper', 'wheel-cylinder'];

/** Spaces that are opened: every one that a line or hose is undone from, or a new unit holds. Each system once. */
export function openedBy(view: View): Opened[] {
  const { all, root } = spacesOf(view.then.joints, view.parts);
  const joined = new Set(
    judgedJoints(view).flatMap(({ joint }) => (joint.kind === 'port' ? joint.between.map((ref) => ref.part) : [])),
  );
  const isOpen = ({ part }: { readonly part: Part }): boolean =>
    joined.has(part.id) || (isNew(view, part.id) && partRow(part.kind).fluid !== undefined && part.kind !== 'booster');
  // A part with two circuits is opened in both; a line or a caliper in the one that it is in.
  const roots = new Set(all.filter((space) => isOpen(space)).map(({ space }) => root(space)));
  const clutches = new Set(all.filter(({ part }) => CLUTCH.includes(part.kind)).map(({ space }) => root(space)));
  return SYSTEMS.flatMap((system): Opened[] => {
    const mine = all.filter(
      ({ space }) => roots.has(root(space)) && clutches.has(root(space)) === (system === 'clutch'),
    );
    if (mine.length === 0) return [];
    const parts = [...new Map(mine.map(({ part }) => [part.id, part])).values()];
    const held = parts
      .filter((part) => isNew(view, part.id))
      .flatMap((part) => part.facts.find((f) => f.attribute === 'holds')?.value ?? [])
      .filter((value): value is number => typeof value === 'number');
    const wheels = parts.filter((part) => WHEELS.includes(part.kind)).length;
    return [
      {
        system,
        parts: parts.map(({ id }) => id),
        units: parts.filter((part) => isNew(view, part.id)).map(({ id }) => id),
        holds: held.length === 0 ? undefined : held.reduce((sum, ml) => sum + ml, 0),
        wheels,
        unknown: system === 'brake' && wheels === 0,
      },
    ];
  });
}
