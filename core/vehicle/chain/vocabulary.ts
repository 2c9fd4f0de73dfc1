/** The words of a chain, declared once: contract, import columns and interface take them from here. */

/** What can stand at a place of a vehicle. */
export const PART_KINDS = [
  'pedal',
  'bulkhead',
  'booster',
  'brake-master',
  'clutch-master',
  'reservoir',
  'modulator',
  'valve',
  'line',
  'hose',
  'block',
  'connector',
  'tee',
  'adapter',
  'caliper',
  'wheel-cylinder',
  'carrier',
  'disc',
  'wheel',
  'backing-plate',
  'slave',
  'gearbox',
  'fork',
  'pump',
  'steering-gear',
  'bracket',
  'harness',
  'room',
] as const;
export type PartKind = (typeof PART_KINDS)[number];

/** How two faces meet. */
export const JOINT_KINDS = [
  'rod',
  'mount',
  'push',
  'port',
  'tail',
  'neck',
  'wiring',
  'fork',
  'carrier',
  'disc',
  'wheel',
  'supply',
  'room',
] as const;
export type JointKind = (typeof JOINT_KINDS)[number];

/**
 * What a fact rests on, the surest first. "By its mate": what sits in a known port has that thread. "Listed": it is
 * said, and nobody is named who says so.
 */
export const RESTS = ['measured', 'recorded', 'by-its-mate', 'as-it-was', 'sister', 'listed', 'not-known'] as const;
export type Rests = (typeof RESTS)[number];

/** What an edit does to a chain. */
export const EDIT_ACTS = ['put', 'remove', 'part', 'join', 'plug', 'set', 'stack'] as const;
export type EditAct = (typeof EDIT_ACTS)[number];

/** What can lie in a stack between the faces of a mount. */
export const STACK_ITEMS = ['spacer', 'gasket', 'bracket', 'seal-plate'] as const;
export type StackItem = (typeof STACK_ITEMS)[number];

export const PRESENCES = ['with', 'without', 'not-known'] as const;
export type Presence = (typeof PRESENCES)[number];

/** The less sure of two: what a result rests on that was worked out from both. */
export const weaker = (a: Rests, b: Rests): Rests => (RESTS.indexOf(a) >= RESTS.indexOf(b) ? a : b);
