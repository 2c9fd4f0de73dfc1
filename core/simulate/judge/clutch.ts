import type { AttributeName } from '../../named/attribute/index.js';
import type { Chain, Part } from '../../vehicle/chain/index.js';
import type { Flaw } from './types.js';

/**
 * Whether a clutch releases: what the pedal gives its master moves the slave by the ratio of their areas, and a tenth
 * of it is lost on the way. Less than the fork wants drags; further than the slave can go pushes its piston out.
 */

const LOST = 0.1;

export function clutchFlaws({ parts }: Chain): Flaw[] {
  const part = (id: string): Part | undefined => parts.find((one) => one.id === id);
  const figure = (id: string, name: AttributeName): number | undefined => {
    const value = part(id)?.facts.find((fact) => fact.attribute === name)?.value;
    return typeof value === 'number' ? value : undefined;
  };
  const [pedal, free, ratio] = (['pedal-travel', 'free-travel', 'pedal-ratio'] as const).map((name) =>
    figure('clutch-pedal', name),
  );
  const [master, slave] = [figure('clutch-master', 'bore'), figure('slave', 'bore')];
  const [wanted, can] = [figure('fork', 'travel'), figure('slave', 'travel')];
  if (pedal === undefined || free === undefined || ratio === undefined || master === undefined || slave === undefined)
    return [];
  const ring = slave ** 2 - (figure('slave', 'bore-inside') ?? 0) ** 2;
  const moved = (((pedal - free) / ratio) * master ** 2 * (1 - LOST)) / ring;
  const told = (what: string): Flaw[] => [
    { what: 'joint', at: 'slave-fork', sentence: `${what}: the slave is moved ${moved.toFixed(1)}` },
  ];
  if (wanted !== undefined && moved < wanted) return told(`the clutch does not release, ${wanted} are wanted`);
  return can !== undefined && moved > can ? told(`its piston is pushed out after ${can}`) : [];
}
