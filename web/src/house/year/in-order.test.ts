import { describe, expect, it } from '@jest/globals';
import { inOrder } from './in-order.ts';

describe('the order of jobs', () => {
  const jobs = ['a', 'b', 'c', 'd'].map((id) => ({ id }));
  const ids = (order?: string[]) => inOrder(jobs, order).map((j) => j.id);
  it('is that of the list until somebody has another one', () => expect(ids()).toEqual(['a', 'b', 'c', 'd']));
  it('is what was asked for; jobs that came since follow as they are listed, jobs that are gone leave no gap', () =>
    expect(ids(['d', 'gone', 'b'])).toEqual(['d', 'b', 'a', 'c']));
});
