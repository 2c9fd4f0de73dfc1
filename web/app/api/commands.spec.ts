import { HttpClient, provideHttpClient, withInterceptors } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { commandOfWrite } from './commands';

describe('writes of a job', () => {
  const setUp = () => {
    TestBed.configureTestingModule({
      providers: [provideHttpClient(withInterceptors([commandOfWrite])), provideHttpClientTesting()],
    });
    return { http: TestBed.inject(HttpClient), sent: TestBed.inject(HttpTestingController) };
  };
  it('are sent again under the same name when the line broke, and answered once', async () => {
    const { http, sent } = setUp();
    const answers: unknown[] = [];
    http.post('/api/v1/jobs/1/bench-line', { line: 'x' }).subscribe((answer) => answers.push(answer));
    const first = sent.expectOne('/api/v1/jobs/1/bench-line');
    const key = first.request.headers.get('idempotency-key');
    first.error(new ProgressEvent('error'), { status: 0 });
    await new Promise((done) => setTimeout(done, 400));
    const again = sent.expectOne('/api/v1/jobs/1/bench-line');
    expect(key).toMatch(/^[0-9a-f-]{36}$/);
    expect(again.request.headers.get('idempotency-key')).toBe(key);
    again.flush({ id: 1 });
    expect(answers).toEqual([{ id: 1 }]);
  });
  it('two writes have two names; what the server refused is not sent again; reading has none', () => {
    const { http, sent } = setUp();
    const keys: (string | null)[] = [];
    for (let i = 0; i < 2; i++) {
      http.post('/api/v1/jobs', {}).subscribe({ error: () => undefined });
      const request = sent.expectOne('/api/v1/jobs');
      keys.push(request.request.headers.get('idempotency-key'));
      request.flush({}, { status: 400, statusText: 'no' });
    }
    expect(new Set(keys).size).toBe(2);
    http.get('/api/v1/jobs/1').subscribe();
    expect(sent.expectOne('/api/v1/jobs/1').request.headers.has('idempotency-key')).toBe(false);
    sent.verify();
  });
});
