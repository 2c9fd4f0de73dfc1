import { computed, inject, Injectable, signal } from '@angular/core';
import { finalize, firstValueFrom, Observable } from 'rxjs';
import type { ImportPlan, ImportView, SheetPlan } from '@kerabat/contract';
import { Acting } from '../../api/acting';
import { Api } from '../../api/api';

/** One list on its way into the catalogue. It stays when somebody leaves the page for another and comes back. */
@Injectable({ providedIn: 'root' })
export class BringIn {
  private readonly api = inject(Api);
  private readonly acting = inject(Acting);
  readonly view = signal<ImportView | undefined>(undefined);
  /** The plan as it is on the screen; it goes to the server with each run. */
  readonly plan = signal<ImportPlan | undefined>(undefined);
  readonly problem = signal<string | undefined>(undefined);
  readonly busy = computed(() => this.sending() || ['looking', 'running'].includes(this.view()?.state ?? ''));
  private readonly sending = signal(false);

  async send(file: File): Promise<void> {
    this.forget();
    const form = new FormData();
    form.set('file', file, file.name);
    await this.go(async () => {
      await this.follow(await firstValueFrom(this.api.sendImport(form)));
      this.plan.set(this.view()?.plan);
    });
  }

  async readAs(encoding: string): Promise<void> {
    const id = this.view()?.id ?? '';
    await this.go(async () => {
      await this.follow(await firstValueFrom(this.api.readImportAs(id, encoding)));
      const plan = this.view()?.plan;
      this.plan.set(plan ? { ...plan, encoding: encoding as ImportPlan['encoding'] } : undefined);
    });
  }

  async run(dryRun: boolean): Promise<void> {
    const [view, plan] = [this.view(), this.plan()];
    if (!view || !plan) return;
    await this.go(async () => this.follow(await firstValueFrom(this.api.runImport(view.id, { plan, dryRun }))));
  }

  async cancel(): Promise<void> {
    const id = this.view()?.id;
    if (id !== undefined) await firstValueFrom(this.api.cancelImport(id));
  }

  /** The sheet as rows of another table, or with its headings in another line. */
  async match(index: number, table: string | null, headingLine: number): Promise<void> {
    const [view, sheet] = [this.view(), this.plan()?.sheets[index]];
    if (!view || !sheet) return;
    await this.go(async () =>
      this.change(
        index,
        await firstValueFrom(this.api.matchImport(view.id, { sheet: sheet.sheet, table, headingLine })),
      ),
    );
  }

  change(index: number, sheet: SheetPlan): void {
    this.plan.update((plan) => plan && { ...plan, sheets: plan.sheets.map((s, i) => (i === index ? sheet : s)) });
  }

  changePlan(part: Partial<ImportPlan>): void {
    this.plan.update((plan) => plan && { ...plan, ...part });
  }

  forget(): void {
    this.view.set(undefined);
    this.plan.set(undefined);
    this.problem.set(undefined);
  }

  private async go(act: () => Promise<unknown>): Promise<void> {
    this.sending.set(true);
    this.problem.set(await this.acting.act(act));
    this.sending.set(false);
  }

  /** Takes what the server says of it until it rests. */
  private follow(first: ImportView): Promise<void> {
    this.view.set(first);
    return new Promise((done) => {
      this.events(first.id)
        .pipe(finalize(done))
        .subscribe((view) => this.view.set(view));
    });
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
