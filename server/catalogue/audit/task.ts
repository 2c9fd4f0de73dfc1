import { setPriority } from 'node:os';
import type { Settings } from '@kerabat/core/named/settings';
import { connectReading } from '../../base/db/open.js';
import { lookThrough } from './look.js';
import { told, type Told } from './told.js';

export interface AuditTask {
  readonly file: string;
  readonly settings: Settings;
}
export interface AuditProgress {
  readonly words: string;
  readonly share: number;
}

/** Audits the catalogue as it is at one moment, over a connection of its own. */
export function audit({ file, settings }: AuditTask, tell: (progress: AuditProgress) => void): Told {
  // Nobody waits for it, and those who look something up must not: on Linux this is the priority of this thread alone.
  setPriority(10);
  const db = connectReading(file);
  try {
    db.exec('BEGIN');
    return told(
      db,
      lookThrough(db, settings, (words, share) => tell({ words, share })),
    );
  } finally {
    db.close();
  }
}

declare module '../../base/work/tasks.js' {
  interface Tasks {
    readonly audit: { readonly task: AuditTask; readonly answer: Told; readonly tells: AuditProgress };
  }
}
