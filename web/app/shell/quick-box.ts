import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import {
  MatAutocompleteModule,
  type MatAutocompleteSelectedEvent,
  MatAutocompleteTrigger,
} from '@angular/material/autocomplete';
import { Router } from '@angular/router';
import { catchError, debounceTime, distinctUntilChanged, filter, fromEvent, map, of, Subject, switchMap } from 'rxjs';
import type { Found } from '@kerabat/contract';
import { Api } from '../api/api';
import { problemOf } from '../api/problem';
import { numbersIn, Pasted } from '../parts/pasted';
import { Shortcuts } from '../parts/shortcuts';
import { type QuickAct, QuickActs } from './quick-acts';

type Hit = Found['hits'][number];

/** One box for everything that can be asked for; it says what it took the text for. */
@Component({
  selector: 'app-quick-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatAutocompleteModule],
  template: `
    <label class="hidden-text" for="quick-box">Number, vehicle, thread, job or a whole call</label>
    <input
      #box
      id="quick-box"
      type="text"
      autocomplete="off"
      placeholder="/  number, vehicle, thread, job, or a whole call"
      [value]="text()"
      (input)="ask(box.value)"
      (paste)="paste($event)"
      (keydown.escape)="box.blur()"
      [matAutocomplete]="auto"
      [matAutocompletePosition]="'below'"
    />
    <mat-autocomplete
      #auto="matAutocomplete"
      autoActiveFirstOption
      (optionSelected)="open($event)"
      [displayWith]="written"
      panelWidth="34rem"
      aria-label="Answers"
    >
      @if (found(); as f) {
        @for (act of acts(); track act.words) {
          <mat-option [value]="act"
            ><span class="kind">do</span> <strong>{{ act.words }}</strong></mat-option
          >
        }
        <mat-option disabled class="taken">taken for {{ f.takenFor }}</mat-option>
        @for (hit of f.hits; track hit.kind + hit.id + hit.words) {
          <mat-option [value]="hit">
            <span class="kind">{{ hit.kind }}</span> <strong class="mono">{{ hit.words }}</strong>
            <span class="detail">{{ hit.detail }}</span>
          </mat-option>
        }
      }
    </mat-autocomplete>
  `,
  styles: `
    :host {
      flex: 0 1 32rem;
    }
    input {
      width: 100%;
      box-sizing: border-box;
      height: 32px;
      border: 1px solid transparent;
      border-radius: 16px;
      background: var(--paper);
      color: var(--ink);
      font: inherit;
      padding: 0 16px;
    }
    input::placeholder {
      color: var(--quiet);
    }
    .kind {
      display: inline-block;
      width: 4.2rem;
      color: var(--quiet);
      font-size: var(--size-small);
    }
    .detail {
      color: var(--quiet);
      font-size: var(--size-small);
      margin-left: 6px;
    }
  `,
})
export class QuickBox {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly pasted = inject(Pasted);
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');
  private readonly trigger = viewChild.required(MatAutocompleteTrigger);
  private readonly asked = new Subject<string>();
  protected readonly text = signal('');
  protected readonly found = toSignal(
    this.asked.pipe(
      map((text) => text.trim()),
      distinctUntilChanged(),
      debounceTime(120),
      switchMap((text) =>
        text === ''
          ? of(undefined)
          : this.api
              .call('get', '/find', { query: { q: text } })
              .pipe(catchError((e: unknown) => of({ query: text, takenFor: problemOf(e).detail, hits: [] }))),
      ),
    ),
  );

  /** What Enter was pressed for; its answer is not there yet. */
  private readonly entered = signal('');

  constructor() {
    inject(Shortcuts).focusQuickBox = () => this.box().nativeElement.focus();
    // Before the list of answers hears of it: the marked one may be of fewer letters than are typed by now.
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    fromEvent<KeyboardEvent>(host, 'keydown', { capture: true })
      .pipe(
        filter(({ key }) => key === 'Enter'),
        takeUntilDestroyed(),
      )
      .subscribe((event) => this.enter(event));
    effect(() => {
      const [entered, found] = [this.entered(), this.found()];
      if (entered !== '' && found?.query === entered) untracked(() => this.goTo(entered));
    });
  }

  protected ask(text: string): void {
    this.text.set(text);
    this.asked.next(text);
  }

  private readonly quickActs = inject(QuickActs);
  protected readonly acts = computed(() => this.quickActs.matching(this.text()));

  protected readonly written = (): string => '';

  /** Several lines are several numbers: they go to the page that looks up many. */
  protected paste(event: ClipboardEvent): void {
    const text = event.clipboardData?.getData('text') ?? '';
    if (numbersIn(text).length < 2 || !/[\r\n\t]/.test(text.trim())) return;
    event.preventDefault();
    this.pasted.text.set(text);
    this.leave(['/numbers']);
  }

  /** What stands there is answered before Enter does anything, however fast it was typed. */
  private enter(event: KeyboardEvent): void {
    const text = this.text().trim();
    event.preventDefault();
    event.stopPropagation();
    if (text === '') return;
    const marked = this.trigger().activeOption?.value as Hit | QuickAct | undefined;
    if (marked && this.found()?.query === text) this.take(marked);
    else this.entered.set(text);
  }

  /** The first act or answer to these words; without any they are looked up as a number. */
  private goTo(text: string): void {
    this.entered.set('');
    const first = this.acts()[0] ?? this.found()?.hits[0];
    if (first) this.take(first);
    else this.leave(['/numbers'], { q: text });
  }

  protected open(event: MatAutocompleteSelectedEvent): void {
    this.take(event.option.value as Hit | QuickAct);
  }

  private take(value: Hit | QuickAct): void {
    this.trigger().closePanel();
    if ('run' in value) {
      this.text.set('');
      this.asked.next('');
      this.box().nativeElement.blur();
      return value.run();
    }
    const hit = value;
    if (hit.kind === 'call' || hit.kind === 'answer')
      return this.leave(['/jobs', 'new'], Object.fromEntries(new URLSearchParams(hit.id)));
    if (hit.kind === 'job') return this.leave(['/jobs', hit.id]);
    if (hit.kind === 'vehicle') return this.leave(['/jobs', 'new'], { vehicle: hit.id });
    if (hit.kind === 'bore') return this.leave(['/tools'], { bore: hit.id });
    if (hit.kind === 'kit') return this.leave(['/kits', hit.id.slice(4)]);
    if (hit.kind === 'thread') return this.leave(['/tools/thread'], { thread: hit.id });
    if (hit.id.startsWith('unit:')) return this.leave(['/units', hit.id.slice(5)]);
    this.leave(['/numbers'], { q: hit.id });
  }

  private leave(commands: unknown[], queryParams: Record<string, string> = {}): void {
    this.text.set('');
    this.asked.next('');
    this.box().nativeElement.blur();
    void this.router.navigate(commands, { queryParams });
  }
}
