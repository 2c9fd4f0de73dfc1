import { describe, expect, it } from 'vitest';
import { cautionsFor } from './index.js';

describe('cautions', () => {
  it('the standing rule comes first; stored pressure where there is any', () => {
    expect(cautionsFor(['booster'], true)[0]).toContain('competent');
    expect(cautionsFor(['booster'], true).join(' ')).toContain('stores pressure');
    expect(cautionsFor(['brake-master'], false).join(' ')).not.toContain('stores pressure');
    expect(cautionsFor(['caliper'], false).join(' ')).toContain('dust');
  });
});
