import { withEdge } from './edgeFields';

describe('edges', () => {
  it('come, go elsewhere, and are none where the last is gone', () => {
    const one = withEdge({}, { side: 'left', at: -4 });
    expect(one).toEqual({ left: -4 });
    const two = withEdge(one ?? {}, { side: 'top', at: 0 });
    expect(two).toEqual({ left: -4, top: 0 });
    expect(withEdge(two ?? {}, { side: 'left', at: 9 })).toEqual({ left: 9, top: 0 });
    expect(withEdge(two ?? {}, { side: 'left', at: undefined })).toEqual({ top: 0 });
    expect(withEdge({ top: 0 }, { side: 'top', at: undefined })).toBeUndefined();
  });
});
