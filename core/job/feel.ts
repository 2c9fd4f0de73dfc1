import { asOneFace, pistonOf } from '../judge/joint/index.js';
import type { AttributeName } from '../named/attribute/index.js';
import { pistonArea } from '../named/bore/index.js';
import type { Settings } from '../named/settings/index.js';
import { applyEdits, type Chain, sureAt, type Part, partsById, type Rests } from '../vehicle/chain/index.js';
import { type ClutchSide, type FeelKey, type FeelKinds, feelLimits, type FeelLimits } from '../work/feel/index.js';
import type { JudgedChain } from './fixes.js';

/**
 * What the chains of a job say of the feel: every value that is known, and what it rests on. Nothing that is only usual
 * is among them.
 */

/** How a value comes about: as a fact of the chain, a setting of the workshop, or worked out from other facts. */
export const FEEL_RESTS = ['measured', 'recorded', 'setting', 'worked-out'] as const;
export type FeelRests = (typeof FEEL_RESTS)[number];

export interface FeelValue {
  readonly key: FeelKey;
  readonly value: number;
  readonly rests: FeelRests;
  /** What it was worked out from. */
  readonly from?: string;
}
export interface FeelSide {
  readonly kinds: FeelKinds;
  readonly values: readonly FeelValue[];
  /** The wheel units by their keys in the catalogue, where they are known. */
  readonly units: { readonly master?: string; readonly front?: string; readonly rear?: string };
  /** Axles whose kind nobody recorded: a disc in front and a drum behind are assumed. */
  readonly assumed: readonly ('front' | 'rear')[];
}
export interface FeelSheet {
  /** What this workshop judges by. */
  readonly limits: FeelLimits;
  readonly brake?: { readonly now: FeelSide; readonly then: FeelSide };
  readonly clutch?: { readonly now: ClutchSide; readonly then: ClutchSide };
}

type Parts = ReadonlyMap<string, Part>;
const restsOf = (rests: Rests): FeelRests => (rests === 'measured' ? 'measured' : 'recorded');

function known(part: Part | undefined, name: AttributeName): { value: number | string; rests: FeelRests } | undefined {
  const found = part && sureAt(asOneFace(part), name);
  if (typeof found?.value !== 'number' && typeof found?.value !== 'string') return undefined;
  return { value: found.value, rests: restsOf(found.rests) };
}
const figure = (part: Part | undefined, name: AttributeName): number | undefined => {
  const value = known(part, name)?.value;
  return typeof value === 'number' ? value : undefined;
};
const word = (part: Part | undefined, name: AttributeName): string | undefined => {
  const value = known(part, name)?.value;
  return typeof value === 'string' ? value : undefined;
};

/** A value as it stands on a part. */
function fact(key: FeelKey, part: Part | undefined, name: AttributeName): FeelValue[] {
  const found = known(part, name);
  return typeof found?.value === 'number' ? [{ key, value: found.value, rests: found.rests }] : [];
}

const VALVES: readonly AttributeName[] = ['line-valve', 'valve-in-body'];
const formOf = (part: Part | undefined): 'floating' | 'fixed' | undefined => {
  const form = word(part, 'caliper-form');
  return form === 'floating' || form === 'fixed' ? form : undefined;
};

/** The unit of an axle: of its left side, or of the one wheel there. */
const wheelAt = (parts: Parts, end: 'front' | 'rear'): Part | undefined => parts.get(`${end}-left`) ?? parts.get(end);

function kindsOf(parts: Parts): FeelKinds {
  const [front, rear] = [wheelAt(parts, 'front'), wheelAt(parts, 'rear')];
  const [atFront, atRear] = [formOf(front), formOf(rear)];
  return {
    front: front?.kind === 'wheel-cylinder' ? 'drum' : 'disc',
    rear: rear?.kind === 'caliper' ? 'disc' : 'drum',
    ...(atFront ? { frontForm: atFront } : {}),
    ...(atRear ? { rearForm: atRear } : {}),
    assisted: parts.has('booster'),
    stepped: word(parts.get('master'), 'bore-form') === 'stepped',
    valve: [...parts.values()].some((part) => VALVES.some((name) => word(part, name) === 'proportioning')),
  };
}

/**
 * Residual valves on the way to the drums, where it is certain: what the master's body holds and what lies in the lines
 * are both known. Where both axles have drums nobody can say on whose way they lie; where none has, they lie on the way
 * to discs.
 */
function residuals(parts: Parts, kinds: FeelKinds): FeelValue[] {
  const [body, ...lines] = [
    parts.get('master'),
    ...[...parts.values()].filter(({ facts }) => facts.some((f) => f.attribute === 'line-valve')),
  ];
  const found = [
    body && sureAt(asOneFace(body), 'valve-in-body'),
    ...lines.map((part) => sureAt(asOneFace(part), 'line-valve')),
  ];
  if (found.length < 2 || found.some((one) => one === undefined)) return [];
  const value = found.filter((one) => one?.value === 'residual').length;
  const from = 'the master’s body and the lines';
  if (kinds.front === kinds.rear)
    return kinds.front === 'disc' && value > 0 ? [{ key: 'frontResidual', value, rests: 'worked-out', from }] : [];
  return [{ key: kinds.front === 'drum' ? 'frontResidual' : 'rearResidual', value, rests: 'worked-out', from }];
}

/** Effective radius of a disc: its pads lie under the piston, whose edge reaches nearly to the rim. */
function radius(key: 'frontRadius' | 'rearRadius', part: Part | undefined): FeelValue[] {
  const [disc, piston] = [figure(part, 'disc'), figure(part, 'bore')];
  if (disc === undefined || piston === undefined) return [];
  return [
    {
      key,
      value: disc / 2 - piston / 2,
      rests: 'worked-out',
      from: `half of the disc of ${disc} mm less half of the piston`,
    },
  ];
}

/** What a booster adds: vacuum on its diaphragms, or what its maker says of its output. Source: p A. */
function assist(part: Part | undefined, settings: Settings): FeelValue[] {
  const output = fact('assist', part, 'output-force');
  if (output.length > 0) return output;
  const [diameter, count] = [figure(part, 'diaphragm'), figure(part, 'diaphragms') ?? 1];
  if (diameter === undefined || word(part, 'booster-supply') !== 'vacuum') return [];
  return [
    {
      key: 'assist',
      value: settings.feelVacuum * count * pistonArea(diameter),
      rests: 'worked-out',
      from: `${count} × ${diameter} mm at ${settings.feelVacuum} MPa`,
    },
  ];
}

function sideOf(chain: Chain, judged: JudgedChain, settings: Settings, comes: boolean): FeelSide {
  const parts = partsById(chain);
  const [master, booster] = [parts.get('master'), parts.get('booster')];
  const [front, rear] = [wheelAt(parts, 'front'), wheelAt(parts, 'rear')];
  const gap = comes
    ? judged.answer?.joints.flatMap((joint) => joint.checks).find((check) => check.code === 'push.gap')?.values['gap']
    : undefined;
  const kinds = kindsOf(parts);
  const wheels = (end: 'front' | 'rear', part: Part | undefined): FeelValue[] => [
    ...fact(`${end}Piston`, part, 'bore'),
    ...(kinds[end] === 'disc' ? [...fact(`${end}Count`, part, 'piston-count'), ...radius(`${end}Radius`, part)] : []),
  ];
  return {
    kinds,
    units: {
      ...(master?.unit === undefined ? {} : { master: master.unit }),
      ...(front?.unit === undefined ? {} : { front: front.unit }),
      ...(rear?.unit === undefined ? {} : { rear: rear.unit }),
    },
    assumed: [...(front ? [] : (['front'] as const)), ...(rear ? [] : (['rear'] as const))],
    values: [
      ...fact('pedalRatio', parts.get('pedal'), 'pedal-ratio'),
      ...fact('bore', master, 'bore'),
      ...(kinds.stepped ? fact('largeBore', master, 'bore-large') : []),
      ...fact('masterStroke', master, 'travel'),
      ...assist(booster, settings),
      ...wheels('front', front),
      ...wheels('rear', rear),
      ...residuals(parts, kinds),
      ...(typeof gap === 'number'
        ? [{ key: 'gap', value: gap, rests: 'worked-out', from: 'recess and pin' } as const]
        : []),
      { key: 'cutOff', value: settings.portClosing, rests: 'setting' },
    ],
  };
}

function clutchOf(chain: Chain): ClutchSide {
  const parts = partsById(chain);
  const [pedal, slave] = [parts.get('clutch-pedal'), parts.get('slave')];
  const all = {
    pedalTravel: figure(pedal, 'pedal-travel'),
    freeTravel: figure(pedal, 'free-travel'),
    pedalRatio: figure(pedal, 'pedal-ratio'),
    masterBore: figure(parts.get('clutch-master'), 'bore'),
    // Of a slave around the shaft the ring counts: as wide as a piston of the same area.
    slaveBore: slave && pistonOf(slave).known?.value,
    wanted: figure(parts.get('fork'), 'travel'),
  };
  return Object.fromEntries(Object.entries(all).filter(([, value]) => value !== undefined)) as ClutchSide;
}

/** What the two chains of a job say of the feel: of its brakes, and of its clutch. */
export function feelOfJob(judged: JudgedChain, settings: Settings): FeelSheet {
  const now: Chain = judged.input;
  const then = applyEdits(now, judged.input.edits);
  const limits = feelLimits(settings);
  if ('faults' in then) return { limits };
  const has = (id: string): boolean => then.parts.some((part) => part.id === id);
  return {
    limits,
    ...(has('master')
      ? { brake: { now: sideOf(now, judged, settings, false), then: sideOf(then, judged, settings, true) } }
      : {}),
    ...(has('clutch-master') && has('slave') ? { clutch: { now: clutchOf(now), then: clutchOf(then) } } : {}),
  };
}
