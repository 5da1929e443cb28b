/** A kept state as the thinning sees it, the oldest first. */
export interface Aged {
  readonly number: number;
  readonly at: Date;
  readonly marked: boolean;
  /** Characters that it takes. */
  readonly size: number;
}

const hour = 3600 * 1000;
const day = 24 * hour;
/** All states are kept for so long; then one an hour, then one a day. */
const whole = day;
const hourly = 14 * day;
/** The newest are kept whatever their age, and the oldest of all. */
const newest = 50;
/** Characters that one document's history may take: beyond it the oldest go first. */
export const mostCharacters = 4_000_000;

/**
 * The states that stay: marked ones, the first, the newest, all of the last day, then the last of each hour for two weeks, then the
 * last of each day; of these the oldest go, first every other one, until they fit. Pure; `now` is the clock's.
 */
export function staying(states: readonly Aged[], now: Date, most = mostCharacters): ReadonlySet<number> {
  const bucketOf = ({ at }: Aged): string => {
    const age = now.getTime() - at.getTime();
    if (age <= whole) return `all ${at.getTime()}`;
    return age <= hourly ? `hour ${Math.floor(at.getTime() / hour)}` : `day ${Math.floor(at.getTime() / day)}`;
  };
  const last = states.length - 1;
  const kept = states.filter((state, i) => {
    if (state.marked || i === 0 || i > last - newest) return true;
    const age = now.getTime() - state.at.getTime();
    // The last of its hour or day: the next one belongs to another.
    return age <= whole || bucketOf(states[i + 1]) !== bucketOf(state);
  });
  return new Set(fitting(kept, most).map(({ number }) => number));
}

/** Every other one of the older half goes, as often as it must. */
function fitting(states: readonly Aged[], most: number): readonly Aged[] {
  let left = states;
  for (;;) {
    const size = left.reduce((sum, one) => sum + one.size, 0);
    if (size <= most) return left;
    const half = Math.ceil(left.length / 2);
    const fewer = left.filter(({ marked }, i) => marked || i === 0 || i > left.length - 3 || i >= half || i % 2 === 0);
    if (fewer.length === left.length) return left;
    left = fewer;
  }
}
