import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { expect, it } from 'vitest';
import { OPTIONS } from '../server/main/arguments.js';

const ROOT = join(import.meta.dirname, '..');
const DOCS = [
  'README.md',
  'CONTRIBUTING.md',
  ...readdirSync(join(ROOT, 'docs'))
    .filter((f) => f.endsWith('.md'))
    .map((f) => `docs/${f}`),
];
const PATH = /`((?:core|contract|server|web|e2e|bench|tools|demo|stand-ins)\/[\w./*-]+)`/g;
const LINK = /\]\((?!https?:|#)([^)#]+)/g;

it.each(DOCS)('%s names files and folders that are there', (doc) => {
  const text = readFileSync(join(ROOT, doc), 'utf8');
  const paths = [...text.matchAll(PATH)].map((m) => (m[1] ?? '').replace(/\/[^/]*\*.*$/, ''));
  const links = [...text.matchAll(LINK)].map((m) => join(dirname(doc), m[1] ?? ''));
  expect([...paths, ...links].filter((p) => !existsSync(join(ROOT, p)))).toEqual([]);
});

it('CONTRIBUTING.md names every setting of the server', () => {
  const text = readFileSync(join(ROOT, 'CONTRIBUTING.md'), 'utf8');
  for (const { name, env } of OPTIONS) {
    expect(text).toContain(`\`--${name}`);
    expect(text).toContain(`\`${env}`);
  }
});

it('the page that describes the code stays one page', () => {
  const words = readFileSync(join(ROOT, 'docs/architecture.md'), 'utf8').split(/\s+/);
  expect(words.length).toBeLessThan(1101);
});
