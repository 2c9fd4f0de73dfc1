import { describe, expect, it } from 'vitest';
import { viewOf } from '../../judge/verdict/index.js';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import type { BoxItem, Edit, Joint, Part } from '../../vehicle/chain/index.js';
import { at, bubble, checked, f, inverted, j, join, line, listed, part, put, reasons, run } from './cases.testing.js';
import { countParts } from './index.js';

/** Cases of the trade, each a small chain whose whole list is counted by hand. */

describe('cases of the trade', () => {
  it(
    '3: one circuit to two, two outlets a side: line, connector, nuts, plugs less the one in the ' +
      'box, the switch sees one circuit',
    () => {
      const parts = [
        part('master', 'brake-master', inverted('out', '3/8-24 UNF', { 'port-feeds': 'all' }), 'M1'),
        line('main-line'),
        part('block', 'block', [...inverted('in'), ...inverted('front'), ...inverted('rear')]),
        line('front-line'),
        line('rear-line'),
        part('front-left', 'wheel-cylinder', inverted('in'), 'W'),
        part('rear-left', 'wheel-cylinder', inverted('in'), 'W'),
        part('harness', 'harness', [f('brake-light-switch', 'two spades')]),
      ];
      const joints = [
        ...run('master@out', 'main-line', 'block@in'),
        ...run('block@front', 'front-line', 'front-left@in'),
        ...run('block@rear', 'rear-line', 'rear-left@in'),
      ];
      const outlets = ['left-1', 'left-2', 'right-1', 'right-2'];
      const feeds: Readonly<Record<string, string>> = {
        'left-1': 'front',
        'left-2': 'front',
        'right-1': 'rear',
        'right-2': 'rear',
      };
      const master = outlets.flatMap((o) =>
        inverted(o, '3/8-24 UNF', { 'port-feeds': feeds[o] ?? '', 'port-circuit': feeds[o] === 'front' ? '1' : '2' }),
      );
      const answer = checked(
        parts,
        joints,
        [
          put('master', 'brake-master', 'M4', master, [
            { item: 'plug', presence: 'with', quantity: 1, thread: '3/8-24 UNF' },
          ]),
          join(j('main-line from', 'port', 'master@left-1', 'main-line@from')),
          { id: 'c', do: 'part', part: part('connector', 'connector', [...inverted('one'), ...inverted('two')]) },
          { id: 'l', do: 'part', part: line('own-line') },
          join(j('own-line from', 'port', 'master@right-1', 'own-line@from')),
          join(j('own-line to', 'port', 'connector@one', 'own-line@to')),
          join(j('rear-line from', 'port', 'connector@two', 'rear-line@from')),
        ],
        { whole: true },
      );
      // By hand: open are block@rear, master@left-2, master@right-2: three plugs, one of them in the box. Ports in use:
      // left-1 and right-1.
      expect(listed(answer).sort()).toEqual(
        [
          'order 1 M4',
          'order 1 connector 3/8-24 UNF',
          'order 1 line 3/16 in',
          'order 2 tube-nut 3/8-24 UNF 3/16 in',
          'box 1 plug 3/8-24 UNF',
          'order 2 plug 3/8-24 UNF',
          'order 2 bench-bleed 3/8-24 UNF',
        ].sort(),
      );
      expect(reasons(answer).filter((r) => r.includes('circuit'))).toEqual([]);
    },
  );

  it(
    '4: three ports become two: the unlike front nuts go to a tee whose arms fit each, by a short ' +
      'line of two unlike nuts',
    () => {
      const parts = [
        part(
          'master',
          'brake-master',
          [
            ...inverted('front-left', '3/8-24 UNF', { 'port-feeds': 'front' }),
            ...inverted('front-right', '7/16-24 UNS', { 'port-feeds': 'front' }),
            ...inverted('rear', '3/8-24 UNF', { 'port-feeds': 'rear' }),
          ],
          'M3',
        ),
        line('left-line'),
        line('right-line', '7/16-24 UNS'),
        line('rear-line'),
        part('front-left', 'caliper', inverted('in'), 'C'),
        part('front-right', 'caliper', inverted('in', '7/16-24 UNS'), 'C'),
        part('rear-left', 'wheel-cylinder', inverted('in'), 'W'),
      ];
      const joints = [
        ...run('master@front-left', 'left-line', 'front-left@in'),
        ...run('master@front-right', 'right-line', 'front-right@in'),
        ...run('master@rear', 'rear-line', 'rear-left@in'),
      ];
      const two = [
        ...inverted('front-left', '3/8-24 UNF', { 'port-feeds': 'front', 'port-circuit': '1' }),
        ...inverted('rear', '3/8-24 UNF', { 'port-feeds': 'rear', 'port-circuit': '2' }),
        f('port-count', 2),
      ];
      const without = checked(parts, joints, [put('master', 'brake-master', 'M2', two)], { whole: true });
      expect(without.verdict.grade).toBe('not-safe');
      const tee = without.joints
        .flatMap((joint) => joint.checks.flatMap((c) => c.fixes))
        .find((fix) => fix.fix === 'tee');
      expect(tee?.parts.map(({ item, quantity, thread }) => [item, quantity, thread])).toEqual([
        ['tee', 1, '7/16-24 UNS'],
        ['line', 1, '7/16-24 UNS'],
        ['tube-nut', 1, '7/16-24 UNS'],
        ['tube-nut', 1, '3/8-24 UNF'],
      ]);
      const edits = (tee?.edits ?? []).map((edit, i) => ({ id: `tee ${i}`, ...edit }) as Edit);
      const closed = checked(parts, joints, [put('master', 'brake-master', 'M2', two), ...edits], { whole: true });
      // Neither bores nor a cap are on record here; nothing else is open.
      expect(reasons(closed)).toEqual(['place:master place.bore not-known', 'fluid:master fluid.cap not-known']);
      expect(listed(closed).sort()).toEqual(
        [
          'order 1 M2',
          'order 1 tee 7/16-24 UNS',
          'order 1 line 3/16 in',
          'order 1 tube-nut 7/16-24 UNS 3/16 in',
          'order 1 tube-nut 3/8-24 UNF 3/16 in',
          'order 2 bench-bleed 3/8-24 UNF',
        ].sort(),
      );
    },
  );

  it(
    '5: other calipers on a front axle, with hoses, carriers, discs and pads; master and servo in ' + 'the same job',
    () => {
      const sides = ['front-left', 'front-right'];
      const parts = [
        part(
          'booster',
          'booster',
          [f('stud-spacing', 80, 'master'), f('pilot', 42), f('booster-pin', 21.6), f('pin-adjustable', 'fixed')],
          'B1',
        ),
        part(
          'master',
          'brake-master',
          [
            ...sides.flatMap((s) => bubble(s, 'M10x1.0', { 'port-feeds': 'front' })),
            f('stud-spacing', 80),
            f('stud-count', 2),
            f('pilot', 42),
            f('recess-depth', 22),
            f('insert', null),
          ],
          'M1',
        ),
        ...sides.flatMap((s) => [
          line(`${s}-line`, 'M10x1.0', 'bubble-flare', '4.75 mm'),
          part(`${s}-hose`, 'hose', [...bubble('line'), ...at('unit', 'M10x1.0', 'banjo')]),
          part(s, 'caliper', [...at('in', 'M10x1.0', 'banjo'), f('carrier-spacing', 80), f('disc', 280)], 'C1'),
          part(`${s}-carrier`, 'carrier', [f('carrier-spacing', 80)]),
          part(`${s}-disc`, 'disc', [f('disc', 280)]),
        ]),
      ];
      const joints = [
        j('master-mount', 'mount', 'booster@master', 'master'),
        j('push', 'push', 'booster', 'master', 'master-mount'),
        ...sides.flatMap((s) => [
          ...run(`master@${s}`, `${s}-line`, `${s}-hose@line`),
          j(`${s} eye`, 'port', `${s}@in`, `${s}-hose@unit`),
          j(`${s} carrier`, 'carrier', `${s}-carrier`, s),
          j(`${s} disc`, 'disc', `${s}-disc`, s),
        ]),
      ];
      const caliper = [...at('in', 'M10x1.0', 'banjo'), f('carrier-spacing', 92), f('disc', 310)];
      const answer = checked(parts, joints, [
        put('booster', 'booster', 'B2', [
          f('stud-spacing', 80, 'master'),
          f('pilot', 42),
          f('booster-pin', 21.6),
          f('pin-adjustable', 'fixed'),
        ]),
        put('master', 'brake-master', 'M2', [
          ...sides.flatMap((s) => bubble(s, 'M10x1.0', { 'port-feeds': 'front' })),
          f('stud-spacing', 80),
          f('stud-count', 2),
          f('pilot', 42),
          f('recess-depth', 22),
          f('insert', null),
        ]),
        ...sides.flatMap((s): Edit[] => [
          put(s, 'caliper', 'C2', caliper),
          {
            id: `hose ${s}`,
            do: 'put',
            at: `${s}-hose`,
            kind: 'hose',
            facts: [...bubble('line'), ...at('unit', 'M10x1.0', 'banjo')],
          },
          { id: `carrier ${s}`, do: 'put', at: `${s}-carrier`, kind: 'carrier', facts: [f('carrier-spacing', 92)] },
          { id: `disc ${s}`, do: 'put', at: `${s}-disc`, kind: 'disc', facts: [f('disc', 310)] },
        ]),
      ]);
      // One eye on each bolt: two washers a side. Two hoses in two brackets: two clips.
      expect(listed(answer).sort()).toEqual(
        [
          'order 1 B2',
          'order 1 M2',
          'order 2 C2',
          'order 2 hose',
          'order 2 carrier',
          'order 2 disc',
          'order 1 pads',
          'order 4 crush-washer',
          'order 2 hose-clip',
          'order 1 booster-seal',
          'order 2 nut',
          'order 2 bench-bleed M10x1.0',
        ].sort(),
      );
    },
  );

  it('16: two boxes with plugs and a bottle each, one outlet plugged: each counted once', () => {
    const parts = [
      part('master', 'brake-master', [...bubble('front'), ...bubble('rear')], 'M1'),
      line('front-line', 'M10x1.0', 'bubble-flare', '4.75 mm'),
      line('rear-line', 'M10x1.0', 'bubble-flare', '4.75 mm'),
      part('clutch-master', 'clutch-master', bubble('out'), 'K1'),
      line('clutch-line', 'M10x1.0', 'bubble-flare', '4.75 mm'),
      part('slave', 'slave', bubble('in'), 'S1'),
    ];
    const joints = [
      j('front-line from', 'port', 'master@front', 'front-line@from'),
      j('rear-line from', 'port', 'master@rear', 'rear-line@from'),
      ...run('clutch-master@out', 'clutch-line', 'slave@in'),
    ];
    const box: BoxItem[] = [
      { item: 'plug', presence: 'with', quantity: 2, thread: 'M10x1.0' },
      { item: 'fluid', presence: 'with', quantity: 1 },
    ];
    const three = [...bubble('front'), ...bubble('rear'), ...bubble('spare')];
    const answer = checked(parts, joints, [
      put('master', 'brake-master', 'M2', three, box),
      // This clutch master is bled on the bench, as its maker says.
      put('clutch-master', 'clutch-master', 'K2', [...bubble('out'), f('bled-where', 'bench')], box),
    ]);
    expect(listed(answer).sort()).toEqual(
      // Four plugs: one closes the spare outlet, three bleed the ports that are used.
      ['order 1 M2', 'order 1 K2', 'box 1 plug M10x1.0', 'box 3 bench-bleed M10x1.0'].sort(),
    );
    const slave = checked(parts, joints, [put('slave', 'slave', 'S2', [...bubble('in'), f('bled-where', 'sealed')])]);
    expect(listed(slave)).toEqual(['order 1 S2']);
  });

  it(
    '17: a modulator vehicle: whole through the modulator, two line joints opened, no tee, the ' + 'maker’s routine',
    () => {
      const wheels = ['front-left', 'front-right', 'rear-left', 'rear-right'];
      const circuit = (w: string): '1' | '2' => (w.startsWith('front') ? '1' : '2');
      const modulator = [
        ...bubble('in-1', 'M10x1.0', { 'port-circuit': '1' }),
        ...bubble('in-2', 'M10x1.0', { 'port-circuit': '2' }),
        ...wheels.flatMap((w) => bubble(w, 'M10x1.0', { 'port-circuit': circuit(w) })),
      ];
      const metric = (id: string): Part => line(id, 'M10x1.0', 'bubble-flare', '4.75 mm');
      const master = (bore: number) => [
        ...bubble('primary', 'M10x1.0', { 'port-feeds': 'front' }),
        ...bubble('secondary', 'M10x1.0', { 'port-feeds': 'rear' }),
        f('bore', bore),
        f('bore-large', null),
        f('seals', 'EPDM'),
      ];
      const parts = [
        part('master', 'brake-master', master(22.2), 'M22'),
        metric('line-1'),
        metric('line-2'),
        part('modulator', 'modulator', modulator),
        ...wheels.flatMap((w) => [metric(`${w}-line`), part(w, 'caliper', bubble('in'), 'C')]),
      ];
      const joints = [
        ...run('master@primary', 'line-1', 'modulator@in-1'),
        ...run('master@secondary', 'line-2', 'modulator@in-2'),
        ...wheels.flatMap((w) => run(`modulator@${w}`, `${w}-line`, `${w}@in`)),
      ];
      const answer = checked(parts, joints, [put('master', 'brake-master', 'M23', master(23.8))], { whole: true });
      expect(reasons(answer).filter((r) => /circuit|port/.test(r))).toEqual([]);
      expect(
        answer.joints
          .filter((joint) => joint.is !== 'new' && joint.between.some((ref) => ref.part.startsWith('line-')))
          .map((joint) => joint.id),
      ).toEqual([]);
      expect(
        answer.card
          .filter((s) => s.step === 'undo-line')
          .map((s) => s.at)
          .sort(),
      ).toEqual(['line-1 from', 'line-2 from']);
      expect(answer.card.map((s) => s.step)).toContain('routine');
      expect(listed(answer).sort()).toEqual(['order 1 M23', 'order 2 bench-bleed M10x1.0'].sort());
    },
  );

  it(
    '18: one circuit with a servo in the line: two hydraulic lines and a vacuum hose, and no rod ' +
      'clearance to ask about',
    () => {
      const servo = [...inverted('in'), ...inverted('out'), f('vacuum-hose', 12), f('stud-spacing', 70)];
      const parts = [
        part('master', 'brake-master', inverted('out'), 'M1'),
        line('line-1'),
        part('servo', 'booster', servo, 'V1'),
        line('line-2'),
        part('vacuum-hose', 'hose', [f('vacuum-hose', 12)]),
      ];
      const joints = [
        ...run('master@out', 'line-1', 'servo@in'),
        j('line-2 from', 'port', 'servo@out', 'line-2@from'),
        j('vacuum', 'tail', 'servo@vacuum', 'vacuum-hose'),
      ];
      const answer = checked(parts, joints, [put('servo', 'booster', 'V2', servo)]);
      expect(answer.joints.flatMap((joint) => joint.checks).map((c) => c.code)).not.toContain('push.gap');
      expect(
        answer.card
          .filter((s) => ['undo-line', 'undo-vacuum'].includes(s.step))
          .map((s) => s.at)
          .sort(),
      ).toEqual(['line-1 to', 'line-2 from', 'vacuum']);
      expect(listed(answer)).toEqual(['order 1 V2']);
    },
  );

  it('20: two hoses on one bolt of the master: three washers, and a bolt 11 longer than for one eye', () => {
    const eye = (position: string) => at(position, 'M10x1.0', 'banjo', { eye: 10 });
    const parts = [
      part('master', 'brake-master', [...at('out', 'M10x1.0', 'banjo', { 'port-depth': 14 })], 'H1'),
      part('left-hose', 'hose', [...eye('line'), f('bolt-length', 24, 'line'), ...eye('unit')]),
      part('left', 'caliper', at('in', 'M10x1.0', 'banjo'), 'C1'),
    ];
    const joints = [
      j('left-top', 'port', 'master@out', 'left-hose@line'),
      j('left-bottom', 'port', 'left@in', 'left-hose@unit'),
    ];
    const edits: Edit[] = [
      { id: 'h', do: 'part', part: part('right-hose', 'hose', [...eye('line'), ...eye('unit')]) },
      { id: 'c', do: 'part', part: part('right', 'caliper', at('in', 'M10x1.0', 'banjo'), 'C1') },
      join(j('left-top', 'port', 'master@out', 'left-hose@line')),
      join(j('right-top', 'port', 'master@out', 'right-hose@line')),
      join(j('right-bottom', 'port', 'right@in', 'right-hose@unit')),
    ];
    const answer = checked(parts, joints, edits);
    // Three washers on the bolt with two eyes, two on the new caliper’s; the second caliper and its hose.
    expect(listed(answer).sort()).toEqual(
      ['order 1 C1', 'order 1 hose', 'order 1 bolt', 'order 5 crush-washer'].sort(),
    );
    // 24 under its head for one eye; an eye of 10 and a washer of 1 more.
    const view = viewOf({ parts, joints, edits, listed: [], settings: STANDARD_SETTINGS });
    if ('faults' in view) throw new Error('a chain with a fault');
    expect(countParts(view, edits, answer.joints).list.find((l) => l.item === 'bolt')?.sizeMm).toBe(35);
  });

  it(
    '24: a pocket of 22.10 over an output rod of 21.80, 22.05 under vacuum: 0.05 with a doubt of ' +
      '0.14 is not known to clear',
    () => {
      const parts = [
        part(
          'booster',
          'booster',
          [
            f('stud-spacing', 84, 'master'),
            f('pilot', 42),
            { ...f('booster-pin', 21.8), tolerance: 0.1 },
            { ...f('pin-under-vacuum', 22.05), tolerance: 0.1 },
            f('pin-adjustable', 'fixed'),
          ],
          'B',
        ),
        part(
          'master',
          'brake-master',
          [f('stud-spacing', 84), f('pilot', 42), f('recess-depth', 22), f('insert', null)],
          'M1',
        ),
      ];
      const joints: Joint[] = [
        { ...j('master-mount', 'mount', 'booster@master', 'master'), stack: [] },
        j('push', 'push', 'booster', 'master', 'master-mount'),
      ];
      const answer = checked(parts, joints, [
        put('master', 'brake-master', 'M2', [
          f('stud-spacing', 84),
          f('pilot', 42),
          { ...f('recess-depth', 22.1), tolerance: 0.1 },
          f('insert', null),
        ]),
      ]);
      const gap = answer.joints.find((joint) => joint.id === 'push')?.checks.find((c) => c.code === 'push.gap');
      expect([gap?.state, gap?.values['gap']]).toEqual(['not-known', 0.05]);
      // Two readings of 0.1 each: √(0.1² + 0.1²) = 0.14.
      expect(Number(gap?.values['tolerance'] ?? gap?.values['doubt'])).toBeCloseTo(0.14, 2);
      expect(answer.verdict.grade).toBe('not-safe');
      expect(listed(answer)).toEqual(['order 1 M2', 'order 1 booster-seal']);
      // A gasket between the faces is squeezed once.
      const squeezed = joints.map((joint) =>
        joint.kind === 'mount' ? { ...joint, stack: [{ item: 'gasket' as const, sizeMm: 0.5 }] } : joint,
      );
      expect(listed(checked(parts, squeezed, [put('master', 'brake-master', 'M2', [])]))).toContain('order 1 gasket');
    },
  );

  it('22: two leading shoes: four cylinders, two left and two right', () => {
    const places = ['left-upper', 'left-lower', 'right-upper', 'right-lower'];
    const cylinder = (hand: string) => [...inverted('in'), ...inverted('bridge'), f('hand', hand), f('bore', 22.225)];
    const hand = (p: string): string => (p.startsWith('left') ? 'left' : 'right');
    const parts = [
      ...places.map((p) => part(p, 'wheel-cylinder', cylinder(hand(p)), `W-${hand(p)}`)),
      line('left-line'),
      line('right-line'),
      line('left-bridge'),
      line('right-bridge'),
    ];
    const joints = ['left', 'right'].flatMap((s) => [
      j(`${s}-line to`, 'port', `${s}-upper@in`, `${s}-line@to`),
      ...run(`${s}-upper@bridge`, `${s}-bridge`, `${s}-lower@in`),
    ]);
    const answer = checked(
      parts,
      joints,
      places.map((p) => put(p, 'wheel-cylinder', `N-${hand(p)}`, cylinder(hand(p)))),
    );
    expect(listed(answer).filter((l) => l.includes('N-'))).toEqual(['order 2 N-left', 'order 2 N-right']);
    // The outer end of each lower cylinder has nothing on it: a plug each, as before.
    expect(listed(answer).filter((l) => !l.includes('N-'))).toEqual(['order 2 plug 3/8-24 UNF']);
  });
});
