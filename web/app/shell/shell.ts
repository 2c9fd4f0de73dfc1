import {
  ChangeDetectionStrategy,
  Component,
  effect,
  HostListener,
  inject,
  Injector,
  signal,
  type Type,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { NavigationEnd, NavigationStart, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import {
  mdiAccountOutline,
  mdiClipboardTextOutline,
  mdiCogOutline,
  mdiKeyboardOutline,
  mdiLibraryShelves,
  mdiPound,
  mdiRulerSquare,
  mdiThemeLightDark,
} from '@mdi/js';
import { filter, map } from 'rxjs';
import { ServerHealth } from '../api/health';
import { Person } from '../api/person';
import { stopFocusing } from '../parts/focus';
import { Icon } from '../parts/icon';
import { Shortcuts } from '../parts/shortcuts';
import { QuickBox } from './quick-box';

const THEME = 'kerabat.theme';

/** The frame around every view: quick box on top, rooms at the left. */
@Component({
  selector: 'app-shell',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterOutlet, RouterLink, RouterLinkActive, MatButtonModule, QuickBox, Icon],
  template: `
    <a class="skip" href="#main" (click)="skip($event)">Skip to the work</a>
    <header>
      <a class="name" routerLink="/jobs">Kerabat</a>
      <app-quick-box />
      <span class="space"></span>
      <button
        matButton
        type="button"
        class="tool"
        (click)="askName()"
        title="Who works here"
        [attr.aria-label]="person.name() ? person.name() + ', who works here' : 'Who are you?'"
      >
        <app-icon [path]="icons.person" /> <span class="who">{{ person.name() || 'Who are you?' }}</span>
      </button>
      <button matButton type="button" class="tool" (click)="turnTheme()" aria-label="Light or dark">
        <app-icon [path]="icons.theme" />
      </button>
      <button matButton type="button" class="tool keys" (click)="shortcuts.openSheet()" aria-label="Keys">
        <app-icon [path]="icons.keys" />
      </button>
    </header>
    <nav aria-label="Rooms">
      @for (room of rooms; track room.path) {
        <a [routerLink]="room.path" routerLinkActive="here" ariaCurrentWhenActive="page">
          <app-icon [path]="room.icon" [size]="22" />{{ room.words }}
        </a>
      }
    </nav>
    <main id="main" tabindex="-1">
      @if (health.sentence(); as words) {
        <p class="trouble" role="alert">{{ words }}</p>
      }
      <router-outlet />
    </main>
  `,
  styleUrl: './shell.scss',
  host: { '[class.in-job]': 'inJob()' },
})
export class Shell {
  protected readonly person = inject(Person);
  protected readonly shortcuts = inject(Shortcuts);
  protected readonly health = inject(ServerHealth);
  private readonly injector = inject(Injector);
  protected readonly icons = { person: mdiAccountOutline, theme: mdiThemeLightDark, keys: mdiKeyboardOutline };
  protected readonly rooms = [
    { path: '/jobs', words: 'Jobs', icon: mdiClipboardTextOutline },
    { path: '/numbers', words: 'Numbers', icon: mdiPound },
    { path: '/tools', words: 'Tools', icon: mdiRulerSquare },
    { path: '/library', words: 'Library', icon: mdiLibraryShelves },
    { path: '/settings', words: 'Settings', icon: mdiCogOutline },
  ];
  /** Whether a job is open: on a phone it has the foot of the screen for its own acts. */
  protected readonly inJob = toSignal(
    inject(Router).events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map(({ urlAfterRedirects }) => /^\/jobs\/\d/.test(urlAfterRedirects)),
    ),
    { initialValue: false },
  );
  private readonly theme = signal(localStorage.getItem(THEME) ?? '');

  constructor() {
    // What was to take the focus on the page before has come too late.
    inject(Router)
      .events.pipe(
        filter((event) => event instanceof NavigationStart),
        takeUntilDestroyed(),
      )
      .subscribe(stopFocusing);
    this.shortcuts.openSheet = () => void this.openKeys();
    effect(() => {
      const theme = this.theme();
      if (theme === '') document.documentElement.removeAttribute('data-theme');
      else document.documentElement.dataset['theme'] = theme;
    });
  }

  @HostListener('document:keydown', ['$event'])
  protected onKey(event: KeyboardEvent): void {
    this.shortcuts.handle(event);
  }

  protected skip(event: Event): void {
    event.preventDefault();
    document.getElementById('main')?.focus();
  }

  protected turnTheme(): void {
    const dark = this.theme() === 'dark' || (this.theme() === '' && matchMedia('(prefers-color-scheme: dark)').matches);
    const next = dark ? 'light' : 'dark';
    localStorage.setItem(THEME, next);
    this.theme.set(next);
  }

  /** Dialogs are loaded when the first one opens. */
  private async open(dialog: Type<unknown>, width: string): Promise<void> {
    const { MatDialog } = await import('@angular/material/dialog');
    this.injector.get(MatDialog).open(dialog, { width });
  }

  private async openKeys(): Promise<void> {
    await this.open((await import('./shortcut-sheet')).ShortcutSheet, '30rem');
  }

  protected async askName(): Promise<void> {
    await this.open((await import('../parts/name-dialog')).NameDialog, '24rem');
  }
}
