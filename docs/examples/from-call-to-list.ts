/**
 * Opens a job, adds what was read on the old unit, chooses a unit and prints the parts list: written from the OpenAPI
 * document alone. The types are made by
 *   npx openapi-typescript ADDRESS/api/v1/openapi.json -o kerabat.d.ts
 * and the compiled program takes the address of a server and a file for the list:
 *   node from-call-to-list.js http://127.0.0.1:4870 list.pdf
 */
import { writeFileSync } from 'node:fs';
import createClient from 'openapi-fetch';
import type { paths } from './kerabat.js';

const [address = 'http://127.0.0.1:4870', file = 'parts-list.pdf'] = process.argv.slice(2);
const { GET, POST, PUT } = createClient<paths>({ baseUrl: address, headers: { 'Kerabat-Person': 'Ilse' } });

/** The answer, or the sentence of the refusal as an error. */
function said<T>({ data, error }: { data?: T; error?: { detail: string } }): T {
  if (data === undefined) throw new Error(error?.detail ?? 'no answer');
  return data;
}

const opened = said(
  await POST('/api/v1/jobs', {
    body: {
      asker: 'Tunnel Works',
      request: 'replace',
      complaints: ['sinking-pedal'],
      words: 'the pedal sinks at a stop',
      vehicleId: 'v12',
      built: '1999-05',
      options: [],
      slot: 'brake-master',
    },
  }),
);
const path = { id: String(opened.id) };
for (const line of ['casting 44719', 'bore 22.2 cal'])
  console.log(said(await POST('/api/v1/jobs/{id}/bench-line', { params: { path }, body: { line } })).echo);

const { work } = said(await GET('/api/v1/jobs/{id}', { params: { path } }));
const [likeliest] = work[0]?.identification.candidates ?? [];
if (!likeliest) throw new Error('nothing fits what was read');
for (const subject of ['old:brake-master', 'unit:brake-master'])
  await PUT('/api/v1/jobs/{id}/decisions/{subject}', {
    params: { path: { ...path, subject }, header: { 'If-Match': '"0"' } },
    body: {
      value: { choice: likeliest.unitId },
      reason: `${Math.round(likeliest.probability * 100)} % by what was read`,
    },
  }).then(said);

const list = said(await GET('/api/v1/jobs/{id}/parts-list.json', { params: { path } }));
console.log(list.sentence);
for (const { section, quantity, words, number } of list.lines) console.log(section, quantity, words, number ?? '');

const pdf = said(await GET('/api/v1/jobs/{id}/parts-list.pdf', { params: { path }, parseAs: 'arrayBuffer' }));
writeFileSync(file, Buffer.from(pdf));
