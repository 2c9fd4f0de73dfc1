import { HttpProblem } from '../http/problem.js';

/**
 * What a task answers, or what went wrong in it. Between threads an error loses its class and its code: by them the
 * disk that is full, the file that is damaged and the sentence that was meant for a person are told apart.
 */
export type Carried<T> = { readonly answer: T } | { readonly failed: Failed };

interface Failed {
  readonly message: string;
  readonly stack?: string;
  readonly code?: string;
  readonly problem?: { readonly status: number; readonly title: string };
}

/** Does a task and carries what comes of it. */
export async function carried<T>(work: () => T | Promise<T>): Promise<Carried<T>> {
  try {
    return { answer: await work() };
  } catch (error) {
    return { failed: failureOf(error) };
  }
}

function failureOf(error: unknown): Failed {
  if (!(error instanceof Error)) return { message: String(error) };
  return {
    message: error.message,
    ...(error.stack === undefined ? {} : { stack: error.stack }),
    ...('code' in error ? { code: String(error.code) } : {}),
    ...(error instanceof HttpProblem ? { problem: { status: error.status, title: error.title } } : {}),
  };
}

/** The answer that was carried; throws what was thrown, as what it was. */
export function unpacked<T>(result: Carried<T>): T {
  if ('answer' in result) return result.answer;
  const { message, stack, code, problem } = result.failed;
  if (problem) throw new HttpProblem(problem.status, problem.title, message);
  throw Object.assign(new Error(message), code === undefined ? {} : { code }, stack === undefined ? {} : { stack });
}
