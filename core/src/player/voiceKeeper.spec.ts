import { VoiceKeeper } from './voiceKeeper.js';

describe('voices across takes', () => {
  const cue = { gap: 0, voices: 2, cut: 0 };

  function heard(): {
    play: (at: number, other?: Partial<typeof cue>, key?: string) => number | undefined;
    stopped: number[];
    keeper: VoiceKeeper;
  } {
    const keeper = new VoiceKeeper();
    const stopped: number[] = [];
    return {
      keeper,
      stopped,
      play: (at, other = {}, key = 'blow/s') => keeper.play(key, { ...cue, ...other }, at, (voice) => stopped.push(voice)),
    };
  }

  it('come too soon within their gap, and not at its very end', () => {
    const { play } = heard();
    expect(play(1, { gap: 0.25 })).toBe(1);
    expect(play(1.2, { gap: 0.25 })).toBeUndefined();
    // Reckoned from the one that was heard.
    expect(play(1.25, { gap: 0.25 })).toBe(2);
    expect(play(1.25, { gap: 0.25 }, 'blow/t')).toBe(3);
  });

  it('make the eldest give way when there are too many, of one effect alone', () => {
    const { play, stopped } = heard();
    expect([play(0), play(0), play(0, {}, 'blow/t'), play(0), play(9)]).toEqual([1, 2, 3, 4, 5]);
    expect(stopped).toEqual([1, 2]);
    play(9, { voices: 1 });
    expect(stopped).toEqual([1, 2, 4, 5]);
  });

  it('count no longer once they are cut, from that very instant on', () => {
    const { play, stopped } = heard();
    play(1, { voices: 1, cut: 0.5 });
    play(1.5, { voices: 1, cut: 0.5 });
    expect(stopped).toEqual([]);
    play(1.75, { voices: 1, cut: 0.5 });
    expect(stopped).toEqual([2]);
  });

  it('count no longer once somebody else has stopped them', () => {
    const { play, stopped, keeper } = heard();
    const [first] = [play(0), play(0)];
    keeper.forget('blow/s', first ?? 0);
    keeper.forget('never/heard', 1);
    play(0);
    expect(stopped).toEqual([]);
    play(0);
    expect(stopped).toEqual([2]);
  });
});
