import type { Asset, Project } from '@undatio/core';
import { likelyAsset } from './likelyAsset';

const picture = (id: string, ...tags: string[]): Asset =>
  ({ type: 'picture', id, label: id, file: `${id}.png`, sha256: '', tags, cells: 1 }) as Asset;
const sound = (id: string): Asset =>
  ({ type: 'sound', id, label: id, file: `${id}.wav`, sha256: '', tags: [], duration: 1, peaks: [] }) as Asset;

describe('the asset that something new most likely wants', () => {
  const project = (assets: Asset[], more: object = {}): Project =>
    ({
      assets,
      actors: [{ id: 'hero', picture: 'hero', parts: [{ picture: 'arm' }], clips: [{ picture: 'sheet' }] }],
      sequences: [{ id: 's', event: 'blow', effects: [{ kind: 'sound', id: 'x', clips: ['thud'] }] }],
      stages: [{ background: { of: 'picture', picture: 'hills' } }],
      ...more,
    }) as unknown as Project;
  const all = [picture('hero'), picture('arm'), picture('sheet'), picture('hills'), picture('moss'), sound('thud'), sound('drip')];

  it('is one that nothing uses yet: no body, part, clip, background or pool', () => {
    expect(likelyAsset(project(all), 'picture', 'mark')?.id).toBe('moss');
    expect(likelyAsset(project(all), 'sound', 'sound')?.id).toBe('drip');
  });

  it('is one that is tagged for it, though it is used; else the first', () => {
    expect(likelyAsset(project([...all, picture('scorch', 'mark')]), 'picture', 'mark')?.id).toBe('scorch');
    expect(likelyAsset(project(all.slice(0, 4)), 'picture', 'mark')?.id).toBe('hero');
    expect(likelyAsset(project([]), 'picture', 'mark')).toBeUndefined();
  });
});
