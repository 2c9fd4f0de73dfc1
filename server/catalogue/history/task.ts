import { connect } from '../../base/db/open.js';
import { HttpProblem } from '../../base/http/problem.js';
import { takeOutDemo } from './take-out.js';
import { undoAct, type Undone as UndoneAct } from './undo.js';

/** An act that changes many rows, done in a thread: one that is undone, or the demo taken out. */
export interface HistoryTask {
  readonly catalogue: string;
  readonly act: { readonly undo: number } | 'take out the demo';
  readonly person: string;
  readonly at: string;
}
export type Undone =
  UndoneAct | { readonly refused: { readonly status: number; readonly title: string; readonly detail: string } };

export function changeBack({ catalogue, act, person, at }: HistoryTask): Undone {
  const db = connect(catalogue);
  try {
    return act === 'take out the demo'
      ? { id: takeOutDemo(db, person, at), stays: [] }
      : undoAct(db, act.undo, person, at);
  } catch (error) {
    if (error instanceof HttpProblem)
      return { refused: { status: error.status, title: error.title, detail: error.detail } };
    throw error;
  } finally {
    db.close();
  }
}

declare module '../../base/work/tasks.js' {
  interface Tasks {
    readonly changeBack: { readonly task: HistoryTask; readonly answer: Undone };
  }
}
