/** Unit types, named in signatures so that a reader never has to guess. All are plain numbers. */

/** Time in seconds. Contact is 0; wind-up is negative. */
export type Seconds = number;
/** Length in px: one world unit at zoom 1. */
export type Px = number;
/** Angle in degrees, from +x toward +y (y points down). */
export type Degrees = number;
/** An amount from 0 to 1. */
export type Fraction = number;
/** Frequency, per second. */
export type Hertz = number;
/** Level in dB; 0 leaves a sound as recorded. */
export type Decibels = number;
/** An unsigned 32-bit integer held in a number. */
export type Uint32 = number;
