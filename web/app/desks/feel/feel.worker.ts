import { type SampleAsk, type Sampled, sampleFeel } from '@kerabat/core/work/feel';

/** What the thread says: so many draws are made, or what came of all. */
export type FromSampler = { readonly drawn: number } | { readonly sampled: Sampled };

addEventListener('message', ({ data }: MessageEvent<SampleAsk>) => {
  const run = sampleFeel(data);
  for (;;) {
    const next = run.next();
    const said: FromSampler = next.done === true ? { sampled: next.value } : { drawn: next.value };
    postMessage(said);
    if (next.done === true) return;
  }
});
