// npm run sbom: writes docs/bill-of-materials.json, every package that ships with Kerabat, from the lock file
// (CycloneDX 1.5, by npm itself).
import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fail, ROOT, say } from './setup.mjs';

const made = spawnSync('npm', ['sbom', '--sbom-format', 'cyclonedx', '--omit', 'dev', '--package-lock-only'], {
  cwd: ROOT,
  encoding: 'utf8',
  maxBuffer: 64 * 1024 * 1024,
});
if (made.status !== 0) fail(`npm could not write the bill of materials: ${made.stderr}`);
const { components = [], dependencies = [], ...rest } = JSON.parse(made.stdout);
// What would differ from one run to the next says nothing of the packages.
const { serialNumber: _serial, metadata, ...head } = rest;
const kept = components
  .filter((c) => !c.name.startsWith('@kerabat/'))
  .map(({ type, name, version, purl, licenses, hashes }) => ({ type, name, version, purl, licenses, hashes }))
  .sort((a, b) => (a.purl < b.purl ? -1 : 1));
const { name: _folder, ...component } = metadata.component;
const bill = { ...head, metadata: { component: { name: 'kerabat', ...component } }, components: kept };
writeFileSync(join(ROOT, 'docs/bill-of-materials.json'), `${JSON.stringify(bill, null, 1)}\n`);
say(`${kept.length} packages in docs/bill-of-materials.json (${dependencies.length} entries read)`);
