import { provideHttpClient } from '@angular/common/http';
import { HttpEventType } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { describe, expect, it } from 'vitest';
import { Api } from './api';

describe('an answer that comes line by line', () => {
  const ask = () => {
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({ providers: [provideHttpClient(), provideHttpClientTesting()] });
    const seen: unknown[] = [];
    let over = false;
    const subscription = TestBed.inject(Api)
      .lines('post', '/jobs/{id}/solve', { at: { id: 6 }, body: {} })
      .subscribe({ next: (line) => seen.push(line), complete: () => (over = true) });
    const request = TestBed.inject(HttpTestingController).expectOne('/api/v1/jobs/6/solve');
    const comes = (partialText: string) =>
      request.event({ type: HttpEventType.DownloadProgress, loaded: partialText.length, partialText } as never);
    return { seen, request, comes, subscription, over: () => over };
  };
  const progress = (n: number) => JSON.stringify({ progress: { slot: 'booster', looked: n, open: 1 } });

  it('is told as its lines come; one that is half there waits for its end', () => {
    const { seen, comes, request, over } = ask();
    comes(`${progress(1)}\n{"prog`);
    expect(seen).toHaveLength(1);
    comes(`${progress(1)}\n${progress(2)}\n`);
    expect(seen).toHaveLength(2);
    request.flush(`${progress(1)}\n${progress(2)}\n{"answer":{"ways":[]}}\n`);
    expect(seen.at(-1)).toEqual({ answer: { ways: [] } });
    expect(seen).toHaveLength(3);
    expect(over()).toBe(true);
  });
  it('hanging up cancels the request', () => {
    const { request, subscription } = ask();
    subscription.unsubscribe();
    expect(request.cancelled).toBe(true);
  });
});
