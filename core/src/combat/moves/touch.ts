/** Where and how somebody was met by a contact. */
export interface Touch {
  readonly move: string;
  readonly contact: number;
  /** px from middle to middle, and the way from one to the other in degrees. */
  readonly distance: number;
  readonly angle: number;
  /** Where it was touched; undefined for one of no size, whose middle that is. */
  readonly place: { readonly x: number; readonly y: number } | undefined;
}
