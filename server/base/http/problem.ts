import type { Problem } from '@kerabat/contract';

/** An answer that is not a success, in words a person can act on. Thrown by routes, written by the error middleware. */
export class HttpProblem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly extra: Partial<Pick<Problem, 'errors' | 'theirs' | 'mine'>> = {},
  ) {
    super(detail);
  }

  body(): Problem {
    return { type: 'about:blank', title: this.title, status: this.status, detail: this.detail, ...this.extra };
  }
}

export const notFound = (detail: string): HttpProblem => new HttpProblem(404, 'Not found', detail);
export const badRequest = (detail: string, pointer?: string): HttpProblem =>
  new HttpProblem(400, 'Not understood', detail, pointer === undefined ? {} : { errors: [{ pointer, detail }] });

/** Somebody else was there first. Carries both versions, so that neither is lost. */
export const conflict = (detail: string, theirs: unknown, mine: unknown): HttpProblem =>
  new HttpProblem(412, 'Changed by somebody else', detail, { theirs, mine });
