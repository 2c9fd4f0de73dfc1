import { computed, inject, Injectable, signal } from '@angular/core';
import { concatMap, last, Observable, Subject, switchMap, tap } from 'rxjs';
import type { ImportMapping, ImportView, SheetMapping } from '@kerabat/contract';
import { Api } from '../../api/api';
import { outcome } from '../../api/problem';
import { Acting } from '../../parts/acting';

/** One list on its way into the catalogue. It stays when somebody leaves the page for another and comes back. */
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
  }

  send(file: File): void {
    this.forget();
    const form = new FormData();
    form.set('file', file, file.name);
    this.acts.next(
      this.api.sendImport(form).pipe(
        switchMap((view) => this.follow(view)),
        tap({ complete: () => this.mapping.set(this.view()?.mapping) }),
      ),
    );
  }

  readAs(encoding: string): void {
    this.acts.next(
      this.api.readImportAs(this.view()?.id ?? '', encoding).pipe(
        switchMap((view) => this.follow(view)),
        tap({
          complete: () => {
            const mapping = this.view()?.mapping;
            this.mapping.set(mapping ? { ...mapping, encoding: encoding as ImportMapping['encoding'] } : undefined);
          },
        }),
      ),
    );
  }

  run(dryRun: boolean): void {
    const [view, mapping] = [this.view(), this.mapping()];
    if (view && mapping)
      this.acts.next(this.api.runImport(view.id, { mapping, dryRun }).pipe(switchMap((made) => this.follow(made))));
  }

  /** Not one of the acts: it is not to wait until what it ends has ended. */
  cancel(): void {
    const id = this.view()?.id;
    if (id === undefined) return;
    this.api
      .cancelImport(id)
      .pipe(outcome())
      .subscribe(({ problem }) => this.problem.set(problem));
  }

  /** The sheet as rows of another table, or with its headings in another line. */
  match(index: number, table: string | null, headingLine: number): void {
    const [view, sheet] = [this.view(), this.mapping()?.sheets[index]];
    if (!view || !sheet) return;
    const match = this.api.matchImport(view.id, { sheet: sheet.sheet, table, headingLine });
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
      const source = new EventSource(this.api.importEvents(id));
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
