// npm run bench -- feel: four set-ups in six cases at 200 pushes, beside the same arithmetic as one loop over plain
// numbers that keeps nothing.
import { compareFeel, FEEL_FIELDS, feelLimits, sampleFeel } from '../core/dist/work/feel/index.js';
import { STANDARD_SETTINGS } from '../core/dist/named/settings/index.js';
import { few, median, report } from './lib.mjs';

const LIMITS = feelLimits(STANDARD_SETTINGS);
const VEHICLE = {
  mass: 1420,
  frontShare: 0.56,
  height: 560,
  wheelbase: 2550,
  tyreRadius: 298,
  pedalRatio: 4.2,
  pedalEfficiency: 0.95,
};
const setUp = (bore) => ({
  master: { bore, efficiency: 0.95, stroke: 36 },
  booster: { ratio: 4, assist: 2600 },
  valve: { knee: 3, slope: 0.35 },
  front: { kind: 'disc', pistons: [54], friction: 0.38, radius: 112, pushOut: 0.05, lift: 0.35 },
  rear: { kind: 'drum', cylinder: 19.05, factor: 2.3, radius: 100, pushOut: 0.3, lift: 1.2 },
  gap: 0.4,
  cutOff: 1.2,
  give: 150,
});
const SETUPS = [22.225, 23.8125, 25.4, 20.6375].map(setUp);
const CASES = [{}, { grip: 0.9 }, { friction: 0.26 }, { lost: 'front' }, { lost: 'assistance' }, { altitude: 2000 }];
const EFFORTS = Array.from({ length: 200 }, (_, i) => i * 2.5);

/** The bare arithmetic of the plain case, for as many set-ups, cases and pushes. */
function bare() {
  let sum = 0;
  const area = (d) => (Math.PI * d * d) / 4;
  for (const { master } of SETUPS) {
    const [a, front, rear] = [area(master.bore), area(54), area(19.05)];
    for (let c = 0; c < CASES.length; c++)
      for (const push of EFFORTS) {
        const input = push * 4.2 * 0.95;
        const p = (Math.min(4 * input, input + 2600) * 0.95) / a;
        const q = p > 3 ? 3 + 0.35 * (p - 3) : p;
        const f = (4 * 0.38 * Math.max(0, p - 0.05) * front * 112) / 298;
        const r = (2 * 2.3 * Math.max(0, q - 0.3) * rear * 100) / 298;
        const z = (f + r) / (1420 * 9.80665);
        const load = 0.56 + (z * 560) / 2550;
        sum += z + f / load + r / (1 - load);
      }
  }
  return sum;
}

/** What four set-ups of which all is only assumed are drawn from. */
const INPUTS = {
  pedalRatio: 4.2,
  mass: 1420,
  frontShare: 0.56,
  height: 560,
  wheelbase: 2550,
  tyreRadius: 298,
  bore: 22.225,
  boosterRatio: 4,
  assist: 2600,
  frontPiston: 54,
  frontCount: 1,
  frontFriction: 0.38,
  frontRadius: 112,
  frontLift: 0.35,
  frontPushOut: 0.05,
  rearPiston: 19.05,
  rearFactor: 2.3,
  rearRadius: 100,
  rearLift: 1.2,
  rearPushOut: 0.3,
  valveKnee: 3,
  valveSlope: 0.35,
  gap: 0.4,
  cutOff: 1.2,
  give: 150,
  pedalEfficiency: 0.95,
  masterEfficiency: 0.95,
};
const BANDS = Object.fromEntries(
  FEEL_FIELDS.filter((f) => f.usual).map(({ key, usual }) => [key, { from: usual.from, to: usual.to }]),
);
const KINDS = { front: 'disc', rear: 'drum', assisted: true, stepped: false, valve: true };
const SAMPLES = 20_000;
function sampled() {
  const setUps = SETUPS.map(({ master: { bore } }) => ({ inputs: { ...INPUTS, bore }, kinds: KINDS, bands: BANDS }));
  const run = sampleFeel({ setUps, samples: SAMPLES, seed: 1, limits: LIMITS });
  let next = run.next();
  while (!next.done) next = run.next();
  return next.value;
}
/**
 * As many draws of as many values, and one effort by a formula for each set-up: no valve, no push-out, no band kept.
 */
function drawnBare() {
  let sum = 0;
  const keys = Object.keys(BANDS).length;
  for (let n = 0; n < SAMPLES; n++) {
    let u = 0;
    for (let k = 0; k < keys; k++) u += Math.random();
    for (const { master } of SETUPS) {
      const a = (Math.PI * master.bore ** 2) / 4;
      const slope = (4 * 0.38 * 2290 * 112 + 2 * 2.3 * 285 * 100) / 298;
      const rod = ((0.3 * 1420 * 9.80665) / slope) * a;
      sum += Math.max(rod / 4, rod - 2600) / (4.2 * (0.9 + u / keys / 10));
    }
  }
  return sum;
}

const timed = (run) => {
  const began = performance.now();
  run();
  return performance.now() - began;
};

export function feelBench() {
  const ours = () => compareFeel(VEHICLE, SETUPS, CASES, EFFORTS, LIMITS);
  for (let i = 0; i < few(20, 1); i++) {
    ours();
    bare();
  }
  const [all, plain] = [
    Array.from({ length: few(60, 2) }, () => timed(ours)),
    Array.from({ length: few(60, 2) }, () => timed(bare)),
  ];
  report(
    'feel: 4 set-ups, 6 cases, 200 pushes, judged',
    `${median(all).toFixed(1)} ms`,
    `the bare loop ${median(plain).toFixed(2)} ms`,
    (median(all) / median(plain)).toFixed(0),
    'under 20 ms',
  );
  const [draws, drawnPlain] = [
    Array.from({ length: few(5, 1) }, () => timed(sampled)),
    Array.from({ length: few(5, 1) }, () => timed(drawnBare)),
  ];
  report(
    'feel: 20 000 draws, 4 set-ups',
    `${median(draws).toFixed(0)} ms`,
    `draws and a bare formula ${median(drawnPlain).toFixed(0)} ms`,
    (median(draws) / median(drawnPlain)).toFixed(1),
    'under 1500 ms',
  );
}
