import { HttpClient, provideHttpClient, withInterceptors } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ServerHealth, troubleSeen } from './health';

describe('how the server is', () => {
  let http: HttpTestingController;
  let health: ServerHealth;
  beforeEach(() => {
    vi.useFakeTimers();
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideHttpClient(withInterceptors([troubleSeen])),
        provideHttpClientTesting(),
      ],
    });
    http = TestBed.inject(HttpTestingController);
    health = TestBed.inject(ServerHealth);
    vi.advanceTimersByTime(0);
  });
  afterEach(() => vi.useRealTimers());
  const answer = (body: object, status = 200) => http.expectOne('/health').flush(body, { status, statusText: 'x' });

  it('nothing is said while all is well', () => {
    answer({ status: 'ok', detail: '', freeMb: 9000 });
    expect(health.sentence()).toBe('');
  });
  it('what stops it from writing is said, and no longer when it is over', () => {
    answer({ status: 'reading-only', detail: 'jobs.sqlite is not there any more', freeMb: 9000 }, 503);
    expect(health.sentence()).toBe('jobs.sqlite is not there any more');
    vi.advanceTimersByTime(20_000);
    answer({ status: 'ok', detail: '', freeMb: 9000 });
    expect(health.sentence()).toBe('');
  });
  it('a write that is refused asks at once, and an answer that does not come is said', () => {
    answer({ status: 'ok', detail: '', freeMb: 9000 });
    TestBed.inject(HttpClient)
      .post('/api/v1/jobs', {})
      .subscribe({ error: () => undefined });
    http.expectOne('/api/v1/jobs').flush({ detail: 'The disk is full' }, { status: 507, statusText: 'x' });
    vi.advanceTimersByTime(60);
    http.expectOne('/health').error(new ProgressEvent('error'));
    expect(health.sentence()).toContain('does not answer');
  });
  it('a refusal that is somebody’s own fault asks nothing', () => {
    answer({ status: 'ok', detail: '', freeMb: 9000 });
    TestBed.inject(HttpClient)
      .post('/api/v1/jobs', {})
      .subscribe({ error: () => undefined });
    http.expectOne('/api/v1/jobs').flush({ detail: 'asker is missing' }, { status: 400, statusText: 'x' });
    vi.advanceTimersByTime(60);
    http.expectNone('/health');
    expect(health.sentence()).toBe('');
  });
});
