import { ago, daysLeft } from './ago';

const now = Date.parse('2026-11-26T12:00:00Z');

describe('how long ago', () => {
  it('is said in the largest unit that fits', () => {
    const said = [
      '2026-11-26T11:59:30Z',
      '2026-11-26T11:59:00Z',
      '2026-11-26T11:00:00Z',
      '2026-11-26T08:59:00Z',
      '2026-11-24T12:00:00Z',
      '2026-11-12T11:00:00Z',
      '2024-11-01T00:00:00Z',
    ];
    expect(said.map((then) => ago(Date.parse(then), now))).toEqual([
      'just now',
      'a minute ago',
      'an hour ago',
      '3 hours ago',
      '2 days ago',
      '2 weeks ago',
      '2 years ago',
    ]);
  });

  it('is now for what a clock ahead of ours says', () => {
    expect(ago(now + 5000, now)).toBe('just now');
  });

  it('leaves what was thrown away today thirty days, and yesterday twenty-nine', () => {
    expect([daysLeft(now, now), daysLeft(now - 86_400_000, now), daysLeft(now - 29.5 * 86_400_000, now)]).toEqual([30, 29, 1]);
  });
});
