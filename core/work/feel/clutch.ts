import { pistonArea } from '../../named/bore/index.js';

/** Travel from the clutch pedal to the release bearing. */

export interface ClutchInput {
  readonly pedalTravel: number;
  /** Absent: not known, and then nothing is known. */
  readonly freeTravel?: number;
  readonly pedalRatio: number;
  readonly masterBore: number;
  readonly slave: { readonly bore: number } | { readonly outside: number; readonly inside: number };
  /** Port-closing travel of the master. Absent: 0, and said so. */
  readonly cutOff?: number;
  /** Share of the travel that arrives. Absent: 1, and said so. */
  readonly efficiency?: number;
  /** Way of the bearing over way of the slave is 1 / this. Absent: the slave's own way is meant. */
  readonly forkRatio?: number;
  /** The longest stroke of the slave. */
  readonly longest?: number;
  /** Travel that is wanted: of the slave, or of the bearing where a fork's ratio is given. */
  readonly wanted?: number;
}

export type ClutchAdvice =
  | 'free-travel-not-known'
  | 'no-ratio'
  | 'no-stroke'
  | 'enough'
  | 'too-little'
  | 'over-travel'
  | 'nothing-wanted'
  | 'cut-off-taken-as-0'
  | 'efficiency-taken-as-1';

export interface ClutchTravel {
  readonly known: boolean;
  readonly masterStroke?: number;
  readonly slaveTravel?: number;
  /** At the bearing, where the fork has a ratio. */
  readonly bearingTravel?: number;
  readonly shortBy?: number;
  readonly advice: readonly ClutchAdvice[];
}

/** Area of a slave: a piston, or the ring of a concentric one: π/4 (D² − d²). */
export const slaveArea = (slave: ClutchInput['slave']): number =>
  'bore' in slave ? pistonArea(slave.bore) : pistonArea(slave.outside) - pistonArea(slave.inside);

/**
 * Master stroke = (pedal travel − free travel) / ratio − cut-off; slave travel = stroke × A_master / A_slave ×
 * efficiency. Free travel that nobody measured makes it not known, and so does a ratio of nought. Source: volume of
 * the fluid; worked example beside
 * the tests.
 */
export function clutchTravel(input: ClutchInput): ClutchTravel {
  const { pedalTravel, freeTravel, pedalRatio, masterBore, cutOff, efficiency, forkRatio, longest, wanted } = input;
  if (freeTravel === undefined) return { known: false, advice: ['free-travel-not-known'] };
  if (![pedalRatio, forkRatio ?? 1].every((ratio) => ratio > 0)) return { known: false, advice: ['no-ratio'] };
  // The stroke of the piston; its port closes on the first of it.
  const masterStroke = (pedalTravel - freeTravel) / pedalRatio - (cutOff ?? 0);
  if (masterStroke <= 0) return { known: true, masterStroke: 0, slaveTravel: 0, advice: ['no-stroke'] };
  const slaveTravel = ((masterStroke * pistonArea(masterBore)) / slaveArea(input.slave)) * (efficiency ?? 1);
  const bearing = forkRatio === undefined ? undefined : slaveTravel / forkRatio;
  const reached = bearing ?? slaveTravel;
  const advice: ClutchAdvice[] = [];
  if (longest !== undefined && slaveTravel > longest) advice.push('over-travel');
  advice.push(wanted === undefined ? 'nothing-wanted' : reached >= wanted ? 'enough' : 'too-little');
  if (cutOff === undefined) advice.push('cut-off-taken-as-0');
  if (efficiency === undefined) advice.push('efficiency-taken-as-1');
  return {
    known: true,
    masterStroke,
    slaveTravel,
    ...(bearing === undefined ? {} : { bearingTravel: bearing }),
    ...(wanted !== undefined && reached < wanted ? { shortBy: wanted - reached } : {}),
    advice,
  };
}

/** A clutch's figures; what is not known is not there. */
export interface ClutchSide {
  readonly pedalTravel?: number;
  readonly freeTravel?: number;
  readonly pedalRatio?: number;
  readonly masterBore?: number;
  readonly slaveBore?: number;
  /** The ring of a concentric slave; it goes before a bore. */
  readonly slaveOutside?: number;
  readonly slaveInside?: number;
  readonly forkRatio?: number;
  readonly longest?: number;
  readonly wanted?: number;
}
/** What a workshop takes where a clutch does not say. */
export interface ClutchSettings {
  readonly portClosing: number;
  readonly clutchEfficiency: number;
}

/** The clutch's figures as its arithmetic takes them; undefined while a size is missing. */
export function clutchInput(side: ClutchSide, settings: ClutchSettings): ClutchInput | undefined {
  const { pedalTravel, freeTravel, pedalRatio, masterBore, wanted, forkRatio, longest } = side;
  const slave = slaveOf(side);
  if (pedalTravel === undefined || pedalRatio === undefined || masterBore === undefined || slave === undefined)
    return undefined;
  return {
    pedalTravel,
    pedalRatio,
    masterBore,
    slave,
    cutOff: settings.portClosing,
    efficiency: settings.clutchEfficiency,
    ...(freeTravel === undefined ? {} : { freeTravel }),
    ...(wanted === undefined ? {} : { wanted }),
    ...(forkRatio === undefined ? {} : { forkRatio }),
    ...(longest === undefined ? {} : { longest }),
  };
}

/** The slave by its ring, else by its bore; undefined where neither is known, or the ring cannot be so. */
function slaveOf({ slaveBore, slaveOutside, slaveInside }: ClutchSide): ClutchInput['slave'] | undefined {
  if (slaveOutside !== undefined && slaveInside !== undefined)
    return slaveInside < slaveOutside ? { outside: slaveOutside, inside: slaveInside } : undefined;
  return slaveBore === undefined ? undefined : { bore: slaveBore };
}

/**
 * What a change of clutch units does without any travel being known: slave travel for the same pedal travel, and pedal
 * effort for the same force at the slave. Undefined where a bore is not known. Source: areas of master and slave.
 */
export function clutchRatios(
  now: ClutchSide,
  then: ClutchSide,
): { readonly travel: number; readonly effort: number } | undefined {
  const of = (side: ClutchSide): number | undefined => {
    const slave = slaveOf(side);
    return side.masterBore === undefined || slave === undefined
      ? undefined
      : pistonArea(side.masterBore) / slaveArea(slave);
  };
  const [before, after] = [of(now), of(then)];
  if (before === undefined || after === undefined) return undefined;
  const pedal = now.pedalRatio !== undefined && then.pedalRatio !== undefined ? then.pedalRatio / now.pedalRatio : 1;
  return { travel: after / before / pedal, effort: after / before / pedal };
}
