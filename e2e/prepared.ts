import { type Call, callAt, type NewJob } from '@kerabat/contract';

/** What a journey needs to be there before it begins, made over the API. */

const ASKED: NewJob = {
  asker: 'Quay',
  request: 'replace',
  complaints: [],
  words: '',
  vehicleId: null,
  built: null,
  options: [],
  slot: null,
};

/** Something decided: its subject, the choice, and what goes with it. */
export type Decided = readonly [subject: string, choice: string, detail?: string];

export interface Prepared {
  /** The API in the name of Ilse. */
  readonly call: Call;
  /** Opens a job and decides; answers its number. */
  open(asked: Partial<NewJob>, decided?: readonly Decided[]): Promise<number>;
  /** The parts list of a job: "order: 1 × Sensor". */
  lines(id: number): Promise<string[]>;
  /** Whether a paper of a job is a PDF. */
  isPdf(paper: Blob): Promise<boolean>;
}

export function prepared(address: () => string): Prepared {
  const call = callAt(address, 'Ilse');
  return {
    call,
    async open(asked, decided = []) {
      const { id } = await call('post', '/jobs', { body: { ...ASKED, ...asked } });
      for (const [subject, choice, detail] of decided)
        await call('put', '/jobs/{id}/decisions/{subject}', {
          at: { id, subject },
          seen: 0,
          body: { value: { choice, ...(detail === undefined ? {} : { detail }) }, reason: 'as planned' },
        });
      return id;
    },
    async lines(id) {
      const { partsList } = await call('get', '/jobs/{id}', { at: { id } });
      return partsList.map(({ section, quantity, words }) => `${section}: ${quantity} × ${words}`);
    },
    isPdf: async (paper) => (await paper.slice(0, 5).text()) === '%PDF-',
  };
}
