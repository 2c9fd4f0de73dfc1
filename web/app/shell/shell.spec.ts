import { HttpClient, provideHttpClient, withInterceptors } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { Router } from '@angular/router';
import { of } from 'rxjs';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { Person, personHeader } from '../api/person';
import { ConflictDialog } from '../job/conflict-dialog';
import { JobPage } from '../jobs/job-page';
import { NameDialog } from '../parts/name-dialog';
import { SHORTCUTS, Shortcuts } from '../parts/shortcuts';
import { named, OLD, render, workspace } from '../testing';
import { NotFound } from './not-found';
import { Shell } from './shell';
import { ShortcutSheet } from './shortcut-sheet';

const press = (key: string, target: EventTarget = document.body, more: KeyboardEventInit = {}): KeyboardEvent => {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more });
  Object.defineProperty(event, 'target', { value: target });
  return event;
};

describe('single keys', () => {
  let shortcuts: Shortcuts;
  let go: ReturnType<typeof vi.fn>;
  beforeEach(async () => {
    localStorage.clear();
    await render(NotFound);
    shortcuts = TestBed.inject(Shortcuts);
    const router = TestBed.inject(Router);
    go = vi.fn().mockResolvedValue(true);
    router.navigate = go as unknown as Router['navigate'];
    Object.defineProperty(router, 'url', { value: '/jobs/7/fit' });
  });
  it.each([
    ['n', ['/jobs', 'new']],
    ['j', ['/jobs']],
    ['1', ['/jobs', '7', 'ask']],
    ['4', ['/jobs', '7', 'fit']],
    ['7', ['/jobs', '7', 'kit']],
    ['b', ['/jobs', '7', 'identify']],
  ])('%s goes to %j', (key, address) => {
    const event = press(key);
    shortcuts.handle(event);
    expect(go).toHaveBeenCalledWith(address);
    expect(event.defaultPrevented).toBe(true);
  });
  it('/ puts the cursor into the quick box, ? opens the sheet', () => {
    shortcuts.focusQuickBox = vi.fn();
    shortcuts.openSheet = vi.fn();
    shortcuts.handle(press('/'));
    shortcuts.handle(press('?'));
    expect(shortcuts.focusQuickBox).toHaveBeenCalledOnce();
    expect(shortcuts.openSheet).toHaveBeenCalledOnce();
  });
  it.each(['input', 'textarea'])('mean themselves in a field (%s)', (tag) => {
    shortcuts.handle(press('n', document.createElement(tag)));
    expect(go).not.toHaveBeenCalled();
  });
  it('leave chords and unknown keys to the browser', () => {
    shortcuts.handle(press('n', document.body, { ctrlKey: true }));
    const event = press('x');
    shortcuts.handle(event);
    expect(go).not.toHaveBeenCalled();
    expect(event.defaultPrevented).toBe(false);
  });
  it('can be switched off, and stay off', () => {
    shortcuts.toggle(false);
    shortcuts.handle(press('n'));
    expect(go).not.toHaveBeenCalled();
    expect(localStorage.getItem('kerabat.single-keys')).toBe('off');
  });
  it('of this screen are on its sheet, and no others', async () => {
    const { text } = await render(ShortcutSheet);
    for (const s of SHORTCUTS.filter(({ on }) => on === undefined)) expect(text()).toContain(s.words);
    for (const s of SHORTCUTS.filter(({ on }) => on !== undefined)) expect(text()).not.toContain(s.words);
  });
});

describe('the frame', () => {
  beforeEach(() => localStorage.clear());
  it('has its rooms, and asks who works here', async () => {
    const { text } = await render(Shell, { name: '' });
    for (const room of ['Jobs', 'Numbers', 'Tools', 'Library', 'Settings']) expect(text()).toContain(room);
    expect(text()).toContain('Who are you?');
  });
  it('turns light and dark, and remembers', async () => {
    localStorage.setItem('kerabat.theme', 'light');
    const { host, settle } = await render(Shell);
    expect(document.documentElement.dataset['theme']).toBe('light');
    named(host, 'Light or dark').click();
    await settle();
    expect(document.documentElement.dataset['theme']).toBe('dark');
    expect(localStorage.getItem('kerabat.theme')).toBe('dark');
  });
});

describe('names', () => {
  it('go with every write, and with no read', () => {
    localStorage.setItem('kerabat.person', 'Ilse Tårn');
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideHttpClient(withInterceptors([personHeader])),
        provideHttpClientTesting(),
      ],
    });
    const http = TestBed.inject(HttpClient);
    const wire = TestBed.inject(HttpTestingController);
    http.get('/a').subscribe();
    http.post('/b', {}).subscribe();
    expect(wire.expectOne('/a').request.headers.has('kerabat-person')).toBe(false);
    expect(decodeURIComponent(wire.expectOne('/b').request.headers.get('kerabat-person') ?? '')).toBe('Ilse Tårn');
    expect(TestBed.inject(Person).name()).toBe('Ilse Tårn');
  });
  it('are not taken empty', async () => {
    const close = vi.fn();
    const { host, settle } = await render(NameDialog, {
      name: '',
      providers: [{ provide: MatDialogRef, useValue: { close } }],
    });
    host.querySelector('form')?.dispatchEvent(new Event('submit'));
    expect(close).not.toHaveBeenCalled();
    const field = host.querySelector('input');
    if (field) field.value = 'Odo';
    field?.dispatchEvent(new Event('input'));
    await settle();
    host.querySelector('form')?.dispatchEvent(new Event('submit'));
    expect(close).toHaveBeenCalledWith(true);
  });
});

describe('a conflict', () => {
  it('shows both versions in readable lines, without what only machines need', async () => {
    const data = {
      what: 'this decision',
      theirs: { subject: 'fluid', version: 3, by: 'Odo', value: { choice: 'DOT 4' } },
      mine: { value: { choice: 'DOT 3' } },
    };
    const { text } = await render(ConflictDialog, { providers: [{ provide: MAT_DIALOG_DATA, useValue: data }] });
    expect(text()).toContain('Somebody else changed this decision while you did');
    expect(text()).toContain('by: Odo');
    expect(text()).toContain('value: DOT 4');
    expect(text()).toContain('value: DOT 3');
    expect(text()).not.toContain('version');
  });
  it('says when theirs was to take it back', async () => {
    const { text } = await render(ConflictDialog, {
      providers: [{ provide: MAT_DIALOG_DATA, useValue: { what: 'x', theirs: null, mine: 3 } }],
    });
    expect(text()).toContain('taken back');
  });
});

describe('one job', () => {
  it('says where each stage stands, and offers the other units of the chain', async () => {
    const chain = {
      system: 'brake' as const,
      links: [
        { id: 'pedal', words: 'pedal' },
        { id: 'booster', words: 'booster', slot: 'booster' },
        { id: 'brake-master', words: 'master', slot: 'brake-master' },
      ],
      joints: [],
      parts: [],
    };
    const { host, text } = await render(JobPage, {
      api: { job: () => of(workspace({ old: OLD }, { chain })) },
      inputs: { id: '1' },
    });
    expect(text()).toContain('job 0001');
    expect(text()).toContain('Interchange choose');
    expect(text()).not.toContain('Identify open');
    expect(text()).toContain('Not OK to order');
    expect(host.querySelector('[aria-label="Work on another unit too"]')).not.toBeNull();
  });
});
