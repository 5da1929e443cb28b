/** px of the paper left and right of a drill's time: the lanes and the charts lie on one clock. */
export const axisLeft = 84;
export const axisRight = 14;

/** How much of an actor's name has room left of it. */
export const nameLetters = 13;
