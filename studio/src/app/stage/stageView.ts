/** Stage px for one world px. */
export const stageScale = 1.2;

/** Where the contact point lies in the window, as fractions of its size. */
export const contactPlace = { x: 0.42, y: 0.6 };
