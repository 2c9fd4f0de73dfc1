import { facesOf } from '../../../vehicle/chain/index.js';
import type { Case, Finding } from '../types.js';
import { decided, doubtOf, EPS, figureOf, notKnown, pair, restsOf, tidy, within } from './finding.js';

/** Thickness of a crush washer, usual stock: copper or aluminium, 1 mm. */
export const WASHER_MM = 1;

/** The eyes that sit on one port: every banjo joint of it. */
function eyesOn(c: Case): ReturnType<typeof figureOf>[] {
  const eyes: ReturnType<typeof figureOf>[] = [];
  for (const joint of c.view.jointsOf.get(c.a.part.id) ?? []) {
    if (joint.kind !== 'port') continue;
    const faces = facesOf(joint, c.view.parts);
    if ('because' in faces || faces[0].part.id !== c.a.part.id || faces[0].at !== c.a.at) continue;
    eyes.push(figureOf(faces[1], 'eye'));
  }
  return eyes;
}

/**
 * A banjo bolt through its eyes and washers, one washer more than there are eyes: what is left goes into the thread, at
 * most as deep as the thread is, at least one diameter of it. Source: statics of a thread in shear.
 */
export function bolt(c: Case): Finding {
  const [depth, length] = [c.va?.value, c.vb?.value];
  const found = eyesOn(c);
  const eyes = found.map((eye) => eye?.value);
  const values = { ...pair(c), eyes: eyes.length, washers: eyes.length + 1 };
  if (typeof depth !== 'number' || typeof length !== 'number' || eyes.some((eye) => eye === undefined))
    return notKnown(values, { face: c.b, attribute: eyes.some((e) => e === undefined) ? 'eye' : 'bolt-length' });
  const between = eyes.reduce<number>((sum, eye) => sum + (eye ?? 0), 0) + (eyes.length + 1) * WASHER_MM;
  const inThread = length - between;
  const all = { ...values, inThread: tidy(inThread) };
  const doubt = doubtOf(c.va, c.vb, ...found);
  const verdicts = [within(inThread, depth, doubt), within(depth / 2, inThread, doubt)];
  const verdict = verdicts.includes('no') ? 'no' : verdicts.includes('open') ? 'open' : 'yes';
  const misfits = inThread > depth + EPS || inThread < depth / 2 - EPS;
  return decided(c, verdict, all, { rests: restsOf(c.va, c.vb, ...found), misfits });
}
