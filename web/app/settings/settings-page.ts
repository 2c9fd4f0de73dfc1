import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormControl, FormRecord, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { catchError, concatMap, from, last, of, takeWhile, tap, type Observable } from 'rxjs';
import type { SettingsAnswer, WorkshopSetting } from '@kerabat/contract';
import { SETTING_GROUPS } from '@kerabat/core/named/settings';
import { Api } from '../api/api';
import { outcome, type Outcome, problemOf } from '../api/problem';
import { Acting } from '../parts/acting';
import { inAddress } from '../parts/in-address';
import { ProblemLine } from '../parts/problem-line';

/** A figure with a point or a comma. */
const FIGURE = /^\s*\d*[.,]?\d+\s*$/;

/**
 * The workshop's conventions, in groups: every figure that is custom and no standard. What was changed is saved in one
 * act.
 */
@Component({
  selector: 'app-settings-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ReactiveFormsModule,
    MatButtonModule,
    MatCheckboxModule,
    MatFormFieldModule,
    MatInputModule,
    ProblemLine,
    RouterLink,
  ],
  templateUrl: './settings-page.html',
  styleUrl: './settings-page.scss',
})
export class SettingsPage {
  private readonly api = inject(Api);
  private readonly acting = inject(Acting);
  protected readonly settings = signal<readonly WorkshopSetting[]>([]);
  protected readonly form = new FormRecord<FormControl<string>>({});
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly saved = signal('');
  private readonly typed = signal(0);

  /** Words that a setting is looked for by, and whether only those that are not as shipped are shown. */
  private readonly wanted = inAddress('find');
  protected readonly find = new FormControl(this.wanted(), { nonNullable: true });
  protected readonly own = signal(false);

  protected readonly groups = computed(() => {
    const words = this.wanted().toLowerCase().split(/\s+/).filter(Boolean);
    return SETTING_GROUPS.map((group) => {
      const has = (s: WorkshopSetting): boolean => {
        const text = `${group.words} ${s.words} ${s.why} ${s.unit}`.toLowerCase();
        return words.every((word) => text.includes(word)) && (!this.own() || s.value !== s.standard);
      };
      return { ...group, list: this.settings().filter((s) => s.group === group.id && has(s)) };
    }).filter(({ list }) => list.length > 0);
  });
  /** Settings whose field says something else than what holds. */
  protected readonly changed = computed(() => {
    this.typed();
    return this.settings().filter((s) => this.valueOf(s.key) !== s.value);
  });

  constructor() {
    this.find.valueChanges.pipe(takeUntilDestroyed()).subscribe((words) => this.wanted.set(words));
    this.load();
    this.form.valueChanges.subscribe(() => this.typed.update((n) => n + 1));
  }

  /** The field of a setting; all of them are in the form too. */
  protected field = (key: string): FormControl<string> | undefined => this.fields.get(key);
  private readonly fields = new Map<string, FormControl<string>>();

  protected isChanged = (s: WorkshopSetting): boolean => this.changed().includes(s);

  /** Brings a group into sight, and the keys into it. */
  protected show(event: Event, group: string): void {
    event.preventDefault();
    const section = document.getElementById(group);
    section?.scrollIntoView();
    section?.focus({ preventScroll: true });
  }

  protected changedIn = (list: readonly WorkshopSetting[]): number =>
    list.filter((s) => this.changed().includes(s)).length;
  protected ownIn = (list: readonly WorkshopSetting[]): number => list.filter((s) => s.value !== s.standard).length;

  private valueOf(key: string): number {
    return Number((this.field(key)?.value ?? '').replace(',', '.'));
  }

  protected save(): void {
    const wrong = this.settings().find((s) => this.field(s.key)?.invalid);
    this.saved.set('');
    if (wrong) {
      this.form.markAllAsTouched();
      return this.problem.set(`${wrong.words}: "${this.field(wrong.key)?.value ?? ''}" is not a number.`);
    }
    const changes = this.changed();
    from(changes)
      .pipe(
        concatMap((setting) => this.write(setting, changes)),
        takeWhile(({ problem }) => problem === undefined, true),
        last(undefined, {} as Outcome<SettingsAnswer>),
      )
      .subscribe(({ problem }) => {
        this.problem.set(problem);
        if (problem === undefined)
          this.saved.set(`${changes.length} ${changes.length === 1 ? 'setting' : 'settings'} saved`);
      });
  }

  /** One setting; what somebody else wrote meanwhile is shown, and what was typed here stays. */
  private write(setting: WorkshopSetting, changes: readonly WorkshopSetting[]): Observable<Outcome<SettingsAnswer>> {
    const value = this.valueOf(setting.key);
    return this.acting
      .named(
        this.api.call('put', '/settings/{key}', { at: { key: setting.key }, body: { value }, seen: setting.version }),
      )
      .pipe(
        tap(({ answer }) => answer && this.take(answer.settings, new Set([setting.key]))),
        catchError((error: unknown) => {
          const { status, detail } = problemOf(error);
          if (status !== 412) return of({ problem: detail });
          this.load(new Set(changes.map((s) => s.key)));
          return of({ problem: `${detail} Yours, ${value}, is still in its field.` });
        }),
      );
  }

  protected undo(): void {
    for (const s of this.settings()) this.field(s.key)?.setValue(String(s.value));
    this.problem.set(undefined);
  }

  private load(keep: ReadonlySet<string> = new Set()): void {
    this.api
      .call('get', '/settings')
      .pipe(outcome())
      .subscribe(({ answer, problem }) => {
        if (answer) this.take(answer.settings, undefined, keep);
        else this.problem.set(problem);
      });
  }

  /** Shows what holds; what was typed and is not saved yet stays in its field. */
  private take(
    settings: readonly WorkshopSetting[],
    only?: ReadonlySet<string>,
    keep: ReadonlySet<string> = new Set(),
  ): void {
    this.settings.set(settings);
    for (const s of settings) {
      const field = this.field(s.key);
      if (!field) {
        const validators = [Validators.required, Validators.pattern(FIGURE)];
        const made = new FormControl(String(s.value), { nonNullable: true, validators });
        this.fields.set(s.key, made);
        this.form.addControl(s.key, made);
      } else if ((only === undefined || only.has(s.key)) && !keep.has(s.key)) field.setValue(String(s.value));
    }
  }
}
