import { of } from 'rxjs';
import { describe, expect, it } from 'vitest';
import { InterchangeTable } from '../../desks/interchange/interchange-table';
import { job, named, OLD, render, using, workspace } from '../../testing';
import { InterchangeStage } from './interchange';
import type { InterchangeAnswer } from '@kerabat/contract';

const STEP = {
  link: 'l-1',
  from: 'A',
  to: 'B',
  kind: 'drop-in' as const,
  direction: 'forward' as const,
  trust: 0.85,
  conditions: [],
  assertions: [{ source: 'Pellorin application list', sourceKind: 'aftermarket-list' as const, date: '2016-08-22' }],
};
const ENTRY = {
  node: 'u:9',
  unitId: 'pel-tm22vs',
  name: 'stepped master 0912',
  numbers: [{ issuer: 'Pellorin', written: 'P/0912/3', status: 'current', stock: [] }],
  grade: 'with-changes' as const,
  trust: 0.85,
  underFloor: false,
  conditions: [{ kind: 'move-over', text: 'Move the old sensor over' }],
  paths: [[STEP]],
};

const INTERCHANGE: InterchangeAnswer = {
  unitId: 'ard-tm22vs',
  node: 'u:1',
  entries: [ENTRY],
  byGeometry: [],
  byGeometryCount: 0,
  truncated: false,
};
const PATHS = { interchangePaths: () => of({ paths: [[STEP]], outcomes: [] }) };

describe('Interchange', () => {
  it(
    'what is trusted less than the floor stands below everything that fits, with the grade it is ' + 'listed under',
    async () => {
      const doubtful = {
        ...ENTRY,
        node: 'u:11',
        unitId: 'far',
        name: 'far away',
        grade: 'same' as const,
        trust: 0.4,
        underFloor: true,
      };
      const { text } = await render(InterchangeTable, {
        api: PATHS,
        inputs: { unitId: 'ard-tm22vs', entries: [ENTRY, doubtful] },
      });
      expect(text()).toMatch(/With changes.*stepped master 0912.*Little trusted.*listed as same.*far away/s);
      expect(text()).not.toContain('Same unit');
    },
  );
  it('groups by grade, names conditions, and opens the path with its sources', async () => {
    const refused = {
      ...ENTRY,
      node: 'u:10',
      unitId: 'cas',
      name: 'look-alike',
      grade: 'does-not-fit' as const,
      conditions: [],
      paths: [
        [
          {
            ...STEP,
            kind: 'does-not-fit',
            assertions: [{ source: 'bench', sourceKind: 'measured', date: '', note: 'ports are 3/8-24' }],
          },
        ],
      ],
    };
    const { host, text, settle } = await render(InterchangeTable, {
      api: PATHS,
      inputs: { unitId: 'ard-tm22vs', entries: [ENTRY, refused], choosable: true },
    });
    expect(text()).toContain('With changes 1');
    expect(text()).toContain('Move the old sensor over');
    expect(text()).toContain('ports are 3/8-24');
    expect(host.querySelectorAll('[aria-label^=Choose]')).toHaveLength(1);
    named(host, 'Path').click();
    await settle();
    expect(text()).toContain('can be replaced by');
    expect(text()).toContain('Pellorin application list, 2016-08-22');
  });
  it('a number without a unit record cannot be chosen, and says why', async () => {
    const { unitId: _none, ...bare } = ENTRY;
    const { host, text } = await render(InterchangeTable, {
      inputs: { unitId: 'ard-tm22vs', entries: [bare], choosable: true },
    });
    expect(host.querySelector('[aria-label^=Choose]')).toBeNull();
    expect(text()).toContain('no unit record');
  });
  it('choosing writes the number and how it was found', async () => {
    const service = job(workspace({ old: OLD }));
    const { host } = await render(InterchangeStage, using(service, { interchange: () => of(INTERCHANGE), ...PATHS }));
    named(host, 'Choose stepped master').click();
    expect(service.decide).toHaveBeenCalledWith(
      'unit:brake-master',
      'pel-tm22vs',
      'with changes, trust 0.85',
      'P/0912/3',
    );
  });
  it('interchange of a guess is a guess: nothing is listed before the old unit is settled', async () => {
    expect((await render(InterchangeStage, using(job(workspace()), {}))).text()).toContain(
      'interchange of a guess is a guess',
    );
  });
  it('says when the search stopped at its limit', async () => {
    const { text } = await render(
      InterchangeStage,
      using(job(workspace({ old: OLD })), {
        interchange: () => of({ unitId: 'x', entries: [], byGeometry: [], byGeometryCount: 0, truncated: true }),
      }),
    );
    expect(text()).toContain('there may be more');
  });
});
