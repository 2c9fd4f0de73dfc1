import type { Complaint, LookAlike } from './types.js';

/** Causes that look like a bad unit and are not, each with the check that tells them apart. Workshop knowledge. */
export const LOOK_ALIKES: readonly LookAlike[] = [
  { id: 'reservoir-grommet', cause: 'reservoir grommet or O-ring', check: 'Dry the unit, fill, wait ten minutes: wet at the reservoir’s base first means the grommet.', minutes: 12, then: 'Order grommets, not the unit.' },
  { id: 'booster-seal-ring', cause: 'seal ring between master and booster', check: 'Engine idling, listen and spray soapy water at the joint: a hiss or a change of idle means the ring.', minutes: 5, then: 'Order the seal ring; the booster itself may be sound.' },
  { id: 'collapsed-hose', cause: 'flexible hose closed up inside', check: 'Wheel drags: open its bleeder. If it frees at once, slacken the line ahead of the hose: still tight there means the hose.', minutes: 15, then: 'Order the hose, in pairs.' },
  { id: 'clevis-pin', cause: 'worn clevis pin or rod end', check: 'Move the pedal by hand and watch the pin: free play before the rod moves is lost travel.', minutes: 3, then: 'Order pin and bushing.' },
  { id: 'rod-adjustment', cause: 'rod adjustment', check: 'Count the threads showing and feel for free play at the pedal: none means no clearance, too much is lost travel.', minutes: 5, then: 'Set the rod; nothing to order.' },
  { id: 'engine-dirt', cause: 'engine dirt taken for fluid', check: 'Clean, dry, pump the pedal a few times and look again: dampness that does not come back was dirt.', minutes: 10, then: 'Nothing to order.' },
  { id: 'noisy-assistance', cause: 'noisy assistance unit or pump', check: 'Does the noise change with the pedal, the steering or the engine speed? Only with the pedal: booster. With steering: pump.', minutes: 5, then: 'Follow the noise, not the master.' },
  { id: 'air', cause: 'air in the line', check: 'Pump quickly three times: a pedal that rises was air or bad adjustment; one that sinks under a steady foot was not.', minutes: 3, then: 'Bleed first.' },
  { id: 'clutch-plate', cause: 'worn clutch plate', check: 'Does it slip under load with the pedal up? Then the hydraulics are not to blame.', minutes: 5, then: 'No hydraulic part to order.' },
];

export const COMPLAINTS: readonly Complaint[] = [
  { id: 'leak-at-unit', words: 'fluid below the unit, blistered paint, falling level', system: 'any', suspects: ['brake-master', 'clutch-master', 'slave', 'wheel-cylinder'], reading: 'The unit under the stain leaks, unless it is wet higher up first.', lookAlikes: ['reservoir-grommet', 'engine-dirt'] },
  { id: 'stain-on-booster', words: 'stain on the booster below the master', system: 'brake', suspects: ['brake-master', 'booster'], reading: 'The master’s rear seal has leaked, perhaps into the booster: look inside before the booster is reused.', lookAlikes: ['reservoir-grommet', 'engine-dirt'] },
  { id: 'sinking-pedal', words: 'pedal sinks under a steady foot', system: 'brake', suspects: ['brake-master'], reading: 'Internal by-pass in the master, if nothing leaks outside.', lookAlikes: ['air'] },
  { id: 'spongy-pedal', words: 'soft or spongy pedal', system: 'brake', suspects: ['brake-master'], reading: 'Air first; then a bore too small for the wheel units that were fitted.', lookAlikes: ['air', 'rod-adjustment'] },
  { id: 'hard-pedal', words: 'hard pedal, little assistance', system: 'brake', suspects: ['booster', 'brake-master'], reading: 'Booster or its supply; a small leak between master and booster does the same.', lookAlikes: ['booster-seal-ring'] },
  { id: 'dragging', words: 'brakes drag or run hot', system: 'brake', suspects: ['brake-master', 'caliper', 'wheel-cylinder'], reading: 'A blocked compensating port, no clearance at the rod, or a hose closed up inside.', lookAlikes: ['collapsed-hose', 'rod-adjustment'] },
  { id: 'gears-crunch', words: 'gears will not engage with the engine running', system: 'clutch', suspects: ['slave', 'clutch-master'], reading: 'Too little release travel: clutch hydraulics.', lookAlikes: ['clevis-pin', 'rod-adjustment', 'air'] },
  { id: 'clutch-slips', words: 'clutch slips under load', system: 'clutch', suspects: [], reading: 'The clutch plate. The hydraulics only matter if they do not let go: check that the slave returns fully.', lookAlikes: ['clutch-plate', 'rod-adjustment'] },
  { id: 'noise', words: 'noise when braking with assistance', system: 'brake', suspects: ['booster'], reading: 'A noisy assistance unit is not always a bad one.', lookAlikes: ['noisy-assistance', 'booster-seal-ring'] },
  { id: 'fluid-behind-boot', words: 'fluid behind the boot', system: 'any', suspects: ['slave', 'wheel-cylinder', 'clutch-master', 'brake-master'], reading: 'The unit leaks past its seal.', lookAlikes: [] },
  { id: 'age-unknown', words: 'nothing wrong yet: age unknown, fluid black', system: 'any', suspects: ['brake-master', 'clutch-master', 'slave'], reading: 'Prevention: change while the unit can still be bought.', lookAlikes: [] },
];
