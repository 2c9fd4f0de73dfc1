import { STANDS, STORED } from '../../named/caution/index.js';
import { LAW, PROVE, WHEELS } from './common.data.js';
import type { ConversionRow } from './types.js';

/** Conversions of assistance and of wheel brakes. */
// prettier-ignore
export const BRAKE_CONVERSIONS: readonly ConversionRow[] = [
  {
    id: 'vacuum-to-hydraulic', words: 'vacuum to hydraulic assistance', system: 'brake',
    about: 'A booster that the steering pump drives, with its master, pump, pressure hoses and returns.',
    needs: [{ fact: 'assistance', is: ['vacuum', 'vacuum or pump'], because: 'It has no vacuum assistance to change.' }],
    roles: [
      { slot: 'booster', kind: 'booster', words: 'hydraulic booster', wanted: [{ attribute: 'booster-supply', is: ['pump'] }] },
      { slot: 'brake-master', kind: 'brake-master', words: 'master that matches it' },
    ],
    brings: [{ kind: 'pump', part: 'new-pump', when: { choice: 'pump', is: ['new'] } }],
    asks: { booster: ['reach-behind', 'brake-light-switch', 'cruise-switch'], 'brake-master': ['valve-in-body'] },
    changes: [{ slot: 'booster', change: { face: 'vehicle', attribute: 'booster-supply', to: 'pump' } }],
    parts: [
      { key: 'pump', does: 'add', item: 'pump', words: 'Pump with enough flow and a second return', why: 'steering and booster each want one', when: { choice: 'pump', is: ['new'] } },
      { key: 'pressure-hoses', does: 'add', words: 'Pressure hose, pump to booster and booster to steering', quantity: 2, why: 'ends as at pump, booster and steering gear', wants: { kind: 'pressure-hose' } },
      { key: 'return-hose', does: 'add', item: 'return-hose', words: 'Return hose with two clamps', why: 'a narrow return holds the brakes on' },
      { key: 'vacuum-booster', does: 'remove', words: 'Vacuum booster with hose and check valve', why: 'nothing drives it any more' },
      { key: 'switches', does: 'move', words: 'Brake-light and cruise switches', why: 'they sit on the old pedal side' },
      { key: 'steering-fluid', does: 'add', item: 'assist-fluid', words: 'Fluid for pump and booster, as the pump’s cap says', why: 'not the brake fluid' },
    ],
    tools: ['pulley puller and installer', 'flare wrenches', 'hole saw where the booster projects behind the bulkhead'],
    steps: [
      { group: 'before', words: 'Look at the ends of the pressure hoses at steering gear and pump before anything is ordered: two styles go under one description' },
      { group: 'fit', words: 'Route the hoses clear of heat', caution: STORED },
      { group: 'bleed', words: 'Assistance: engine off, turn lock to lock and press the pedal; fill; engine on, again', minutes: 30 },
      WHEELS,
      { group: 'prove', words: 'Engine off: the reserve must give a few assisted stops, then a hard pedal that still brakes' }, ...PROVE,
    ],
    mated: ['booster', 'brake-master'],
    watch: ['The balance between the axles does not change with the assistance: the proportioning valve stays.', 'Two fluids side by side that ruin each other’s seals.', 'No core charge back on a conversion.'],
    choices: [
      { id: 'pump', words: 'Pump', options: [{ id: 'new', words: 'another pump', argues: 'flow, pressure and second return as the booster wants' }, { id: 'keep', words: 'keep the pump', argues: 'only when its plate shows enough flow, and a second return can be had' }] },
    ],
    cautions: [STORED, LAW],
  },
  {
    id: 'assist', words: 'unassisted to assisted', system: 'brake',
    about: 'A booster between pedal and master; one diaphragm or two.',
    needs: [{ fact: 'assistance', is: ['none'], because: 'It has assistance already: plan another conversion.' }],
    roles: [
      { slot: 'booster', kind: 'booster', words: 'vacuum booster', wanted: [{ attribute: 'booster-supply', is: ['vacuum'] }] },
      { slot: 'brake-master', kind: 'brake-master', words: 'master without a rod of its own', wanted: [{ attribute: 'rod-length', is: [null] }] },
    ],
    asks: { booster: ['reach-behind', 'vacuum-source', 'linkage'], 'brake-master': ['reach-front'] },
    changes: [{ slot: 'booster', change: { face: 'vehicle', attribute: 'booster-supply', to: 'vacuum' } }],
    parts: [
      { key: 'vacuum-hose', does: 'add', item: 'small-hose', words: 'Vacuum hose with check valve', why: 'the reserve must not run back' },
    ],
    tools: ['depth gauge', 'vacuum gauge'],
    steps: [
      { group: 'before', words: 'Depth in front of the bulkhead with the bonnet shut, and vacuum at idle' },
      { group: 'parts', words: 'Pedal rod: adjust; cut and welded rods are licensed work', caution: 'A cut and welded pedal link is work for a licensed welder alone.' },
      { group: 'fit', words: 'Set the booster’s pin: the clearance is tenths of a millimetre' },
      WHEELS, { group: 'prove', words: 'Engine off, pump the pedal hard, hold, start: it falls a little' }, ...PROVE,
    ],
    mated: ['booster', 'brake-master'],
    watch: ['Pedal height against the brake-light switch.', 'Larger assistance lowers the effort and says nothing about the travel.'],
    choices: [
      { id: 'diaphragms', words: 'Diaphragms', options: [{ id: 'one', words: 'one, larger', argues: 'short in front of the bulkhead' }, { id: 'two', words: 'two, smaller', argues: 'clears strut tower and valve cover' }] },
    ],
    cautions: [LAW],
  },
  {
    id: 'drum-to-disc', words: 'drum to disc at the front', system: 'brake',
    about: 'Calipers and discs in front, drums stay behind or go too.',
    needs: [{ fact: 'kind-at', slot: 'front-brake', is: ['wheel-cylinder'], because: 'It has no drums in front.' }],
    roles: [
      { slot: 'front-brake', kind: 'caliper', words: 'front calipers' },
      { slot: 'brake-master', kind: 'brake-master', words: 'master with the volume for calipers' },
      { slot: 'rear-brake', kind: 'caliper', words: 'rear calipers', when: { choice: 'rear', is: ['change'] } },
    ],
    brings: [{ kind: 'valve', part: 'combination-valve', when: { choice: 'rear', is: ['keep'] } }],
    asks: { 'front-brake': ['disc', 'carrier-spacing', 'wheel-inside', 'sweep', 'hose-length', 'hose-lock', 'hose-droop', 'tab'], 'brake-master': ['valve-in-body', 'line-valve', 'reservoir-size', 'master-stands'] },
    changes: [],
    parts: [
      { key: 'residual', does: 'remove', words: 'Residual valve of the front circuit', why: 'discs drag under residual pressure' },
      { key: 'valve', does: 'add', words: 'Combination valve with bracket', why: 'the rear drums would lock first', at: 'combination-valve', wants: { kind: 'valve' }, when: { choice: 'rear', is: ['keep'] } },
    ],
    tools: ['hub puller', 'flaring tool'],
    steps: [
      { group: 'before', words: 'Hold the caliper’s radius against the inside of the wheel, weights included' },
      { group: 'fit', words: 'Discs, carriers, calipers; hoses checked at both locks and at droop', caution: STANDS },
      { group: 'bleed', words: 'Lock the shuttle of the combination valve while bleeding where its maker says so', when: { choice: 'rear', is: ['keep'] } }, WHEELS, ...PROVE,
      { group: 'prove', words: 'Rears must not lock first: short stops on a wet yard, then harder', caution: 'Rear wheels that lock first spin the vehicle.' },
    ],
    mated: [],
    watch: ['Calipers move more fluid than cylinders: bore and reservoir size.'],
    choices: [{ id: 'rear', words: 'Rear drums', options: [{ id: 'keep', words: 'keep them', argues: 'parking brake and balance stay; a valve sets the rest' }, { id: 'change', words: 'discs behind too', argues: 'one kind of pad and fluid volume; the parking brake has to be solved' }] }],
    cautions: [STANDS, LAW],
  },
  {
    id: 'larger-calipers', words: 'larger calipers', system: 'brake',
    about: 'Larger calipers and discs in front, with the master that suits them.',
    needs: [{ fact: 'kind-at', slot: 'front-brake', is: ['caliper'], because: 'It has no calipers in front: plan drum to disc.' }],
    roles: [
      { slot: 'front-brake', kind: 'caliper', words: 'larger front calipers' },
      { slot: 'brake-master', kind: 'brake-master', words: 'master that suits their volume', when: { choice: 'master', is: ['step-up'] } },
    ],
    asks: { 'front-brake': ['disc', 'carrier-spacing', 'offset', 'sweep', 'wheel-inside', 'overhang', 'spoke-room', 'hub-bore', 'tab', 'hose-length', 'hose-lock', 'hose-droop'] },
    changes: [],
    parts: [
      { key: 'bolts', does: 'perhaps', words: 'Carrier bolts, new', quantity: 4, why: 'never reused where the maker says so' },
    ],
    tools: ['torque wrench'],
    steps: [
      { group: 'before', words: 'Wheel over the caliper without the hose: turn it by hand' },
      { group: 'fit', words: 'Hose at lock and droop; nothing fouls', caution: STANDS }, WHEELS, ...PROVE,
      { group: 'prove', words: 'Bed the pads in with short stops; check again warm' },
    ],
    mated: [],
    watch: ['A long soft pedal that is hard to meter just before the wheels lock: the bore is too small.', 'Rear wheels locking first is dangerous.'],
    choices: [
      { id: 'master', words: 'Master', options: [{ id: 'keep', words: 'keep it', argues: 'less effort; the pedal gets longer' }, { id: 'step-up', words: 'one bore up', argues: 'the pedal stays short' }] },
      { id: 'source', words: 'Parts', options: [{ id: 'sister', words: 'from the heavy sister', argues: 'made to fit each other' }, { id: 'kit', words: 'a kit', argues: 'one order, with bolts and hoses' }] },
    ],
    cautions: [STANDS, LAW],
  },
  {
    id: 'anti-lock', words: 'assistance unit with anti-lock from a sibling', system: 'brake',
    about: 'The complete unit of the sister vehicle, with its sensors and its own bleeding routine.',
    needs: [{ fact: 'place', slot: 'booster', is: ['yes'], because: 'It has no assistance unit to change.' }],
    roles: [{ slot: 'booster', kind: 'booster', words: 'complete unit', wanted: [{ attribute: 'booster-supply', is: ['electric'] }] }],
    asks: { booster: ['brake-light-switch'] },
    changes: [{ slot: 'booster', change: { face: 'vehicle', attribute: 'booster-supply', to: 'electric' } }],
    parts: [
    ],
    tools: ['pedal stop', 'diagnosis for the bleed cycle'],
    steps: [
      { group: 'fit', words: 'Keep the pedal off its switch', caution: STORED },
      { group: 'bleed', words: 'Pedal stop while bleeding; reset and the maker’s special bleed cycle', minutes: 60 }, ...PROVE,
    ],
    mated: ['booster'],
    watch: ['Clean the reservoir with brake fluid: dirt kills the pump.', 'Some makers forbid bleeding it in the vehicle without their tester.'],
    choices: [], cautions: [STORED, LAW],
  },
  {
    id: 'raised', words: 'raised or moved bars and suspension', system: 'brake',
    about: 'Longer hoses and lines where something was raised or moved.',
    needs: [],
    roles: [{ slot: 'front-brake', kind: 'caliper', words: 'front wheel units', stays: true }],
    asks: { 'front-brake': ['hose-length', 'hose-lock', 'hose-droop', 'hose-bump', 'tab'] },
    changes: [],
    parts: [
      { key: 'hoses', does: 'add', words: 'Longer flexible hoses', quantity: 2, why: 'length at both locks, at droop and at bump', wants: { kind: 'hose' }, when: { choice: 'hose', is: ['longer'] } },
      { key: 'extension', does: 'add', words: 'Extension line with bracket', quantity: 2, why: 'the hose stays as it is', when: { choice: 'hose', is: ['extension'] } },
    ],
    tools: ['string', 'stands'],
    steps: [
      { group: 'before', words: 'A string from end to end at both locks, at droop and at bump', caution: STANDS },
      { group: 'fit', words: 'Fix every hose so that it neither pulls nor rubs' }, WHEELS, ...PROVE,
    ],
    mated: [],
    watch: ['Some rear axles have one hose.', 'A long hose rubs on the tyre at bump.'],
    choices: [{ id: 'hose', words: 'Reach', options: [{ id: 'longer', words: 'longer hoses', argues: 'no more joints than before' }, { id: 'extension', words: 'extension line', argues: 'the stock hose stays on the shelf everywhere' }] }],
    cautions: [STANDS, LAW],
  },
];
