import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { catchError, concatMap, last, of, Observable, Subject, switchMap, tap, throwError } from 'rxjs';
import type { ImportMapping, ImportView, SheetMapping } from '@kerabat/contract';
import { Api } from '../../api/api';
import { outcome } from '../../api/problem';
import { Acting } from '../../parts/acting';

const KEY = 'kerabat.import';
/** What is kept of a list: which it is on the server, and its mapping as it stood on the screen. */
interface KeptImport {
  readonly id: string;
  readonly mapping: ImportMapping;
}

/**
 * One list on its way into the catalogue. It stays when somebody leaves the page for another and comes back, and when
 * the page is loaded anew.
 */
@Injectable({ providedIn: 'root' })
export class BringIn {
  private readonly api = inject(Api);
  private readonly acting = inject(Acting);
  readonly view = signal<ImportView | undefined>(undefined);
  /** The mapping as it is on the screen; it goes to the server with each run. */
  readonly mapping = signal<ImportMapping | undefined>(undefined);
  readonly problem = signal<string | undefined>(undefined);
  readonly busy = computed(() => this.sending() || ['looking', 'running'].includes(this.view()?.state ?? ''));
  private readonly sending = signal(false);
  private readonly acts = new Subject<Observable<unknown>>();

  constructor() {
    this.acts
      .pipe(
        tap(() => this.sending.set(true)),
        concatMap((act) => this.acting.act(act)),
      )
      .subscribe(({ problem }) => {
        this.problem.set(problem);
        this.sending.set(false);
      });
    this.takeUp();
    effect(() => {
      const [view, mapping] = [this.view(), this.mapping()];
      // What is in the catalogue is over.
      if (view?.report && !view.report.dryRun && !view.report.refused) sessionStorage.removeItem(KEY);
      else if (view && mapping)
        sessionStorage.setItem(KEY, JSON.stringify({ id: view.id, mapping } satisfies KeptImport));
    });
  }

  /** Goes on with the list that was open when the page was left; one that the server has forgotten is gone. */
  private takeUp(): void {
    const kept = keptImport();
    if (!kept) return;
    this.acts.next(
      this.api.call('get', '/imports/{id}', { at: { id: kept.id } }).pipe(
        tap((view) => {
          this.view.set(view);
          this.mapping.set(kept.mapping);
        }),
        switchMap((view) => (view.state === 'looking' || view.state === 'running' ? this.follow(view) : of(view))),
        catchError(() => {
          sessionStorage.removeItem(KEY);
          return throwError(
            () => new Error('The list that was open here is no longer on the server: choose it again.'),
          );
        }),
      ),
    );
  }

  send(file: File): void {
    this.forget();
    const form = new FormData();
    form.set('file', file, file.name);
    this.acts.next(
      this.api.call('post', '/imports', { body: form }).pipe(
        switchMap((view) => this.follow(view)),
        tap({ complete: () => this.mapping.set(this.view()?.mapping) }),
      ),
    );
  }

  readAs(encoding: NonNullable<ImportMapping['encoding']>): void {
    this.acts.next(
      this.api.call('post', '/imports/{id}/look', { at: { id: this.view()?.id ?? '' }, query: { encoding } }).pipe(
        switchMap((view) => this.follow(view)),
        tap({
          complete: () => {
            const mapping = this.view()?.mapping;
            this.mapping.set(mapping ? { ...mapping, encoding } : undefined);
          },
        }),
      ),
    );
  }

  run(dryRun: boolean): void {
    const [view, mapping] = [this.view(), this.mapping()];
    if (view && mapping)
      this.acts.next(
        this.api
          .call('post', '/imports/{id}/run', { at: { id: view.id }, body: { mapping, dryRun } })
          .pipe(switchMap((made) => this.follow(made))),
      );
  }

  /** Not one of the acts: it is not to wait until what it ends has ended. */
  cancel(): void {
    const id = this.view()?.id;
    if (id === undefined) return;
    this.api
      .call('post', '/imports/{id}/cancel', { at: { id } })
      .pipe(outcome())
      .subscribe(({ problem }) => this.problem.set(problem));
  }

  /** The sheet as rows of another table, or with its headings in another line. */
  match(index: number, table: string | null, headingLine: number): void {
    const [view, sheet] = [this.view(), this.mapping()?.sheets[index]];
    if (!view || !sheet) return;
    const match = this.api.call('post', '/imports/{id}/match', {
      at: { id: view.id },
      body: { sheet: sheet.sheet, table, headingLine },
    });
    this.acts.next(match.pipe(tap((matched) => this.change(index, matched))));
  }

  change(index: number, sheet: SheetMapping): void {
    this.mapping.update(
      (mapping) => mapping && { ...mapping, sheets: mapping.sheets.map((s, i) => (i === index ? sheet : s)) },
    );
  }

  changeMapping(part: Partial<ImportMapping>): void {
    this.mapping.update((mapping) => mapping && { ...mapping, ...part });
  }

  forget(): void {
    sessionStorage.removeItem(KEY);
    this.view.set(undefined);
    this.mapping.set(undefined);
    this.problem.set(undefined);
  }

  /** Shows what the server says of it until it rests; answers once, then. */
  private follow(first: ImportView): Observable<ImportView> {
    this.view.set(first);
    return this.events(first.id).pipe(
      tap((view) => this.view.set(view)),
      last(undefined, first),
    );
  }

  private events(id: string): Observable<ImportView> {
    return new Observable<ImportView>((listener) => {
      const source = new EventSource(this.api.address('/imports/{id}/events', { at: { id } }));
      source.onmessage = (message: MessageEvent<string>) => {
        const view = JSON.parse(message.data) as ImportView;
        listener.next(view);
        if (view.state !== 'looking' && view.state !== 'running') listener.complete();
      };
      // A line that breaks is tried again by the browser; one that is refused is over.
      source.onerror = () => {
        if (source.readyState === EventSource.CLOSED) listener.complete();
      };
      return () => source.close();
    });
  }
}

/** What was kept; text that is none of ours counts as nothing. */
function keptImport(): KeptImport | undefined {
  const text = sessionStorage.getItem(KEY);
  if (text === null) return undefined;
  try {
    const kept = JSON.parse(text) as Partial<KeptImport>;
    return typeof kept.id === 'string' && kept.mapping ? { id: kept.id, mapping: kept.mapping } : undefined;
  } catch {
    return undefined;
  }
}
