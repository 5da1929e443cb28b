import { contactPlace, stageScale } from './stageView';

describe('how near a stage is looked at', () => {
  const conventions = { viewWidth: 960, viewHeight: 540 };
  const window = { conventions, width: 800, height: 300 };

  it('follows the game’s view, its zoom, and a small window', () => {
    expect(stageScale(window)).toBe(1.2);
    expect(stageScale({ ...window, conventions: { viewWidth: 480, viewHeight: 270 } })).toBe(2.4);
    expect(stageScale({ ...window, zoom: 0.5, width: 280 })).toBeCloseTo(0.3, 12);
  });

  it('steps back until all that must be in sight is, and no further than half', () => {
    const fits = { left: -200, right: 200, top: -100, bottom: 50 };
    expect(stageScale({ ...window, sight: fits })).toBe(1.2);
    // 120 px below the contact point, of which 300 × 0.4 − 8 are there.
    expect(stageScale({ ...window, sight: { ...fits, bottom: 120 } })).toBeCloseTo(112 / 120, 12);
    expect(stageScale({ ...window, sight: { ...fits, left: -400 } })).toBeCloseTo((800 * contactPlace.x - 8) / 400, 12);
    expect(stageScale({ ...window, sight: { ...fits, right: 9000 } })).toBe(0.6);
  });
});
