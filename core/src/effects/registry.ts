import type { FieldDocument, Fields } from '../model/fields.js';
import type { Leaving } from '../take/plan.js';
import { families, type EffectKind } from './effect.js';
import * as kinds from './kinds.js';
import { commonFields, type CommonFields } from './parts/common.js';

type Kinds = (typeof kinds)[keyof typeof kinds];

/** What documents hold of every effect besides its fields. */
interface Placed {
  id: string;
  label?: string | undefined;
  muted: boolean;
  bodyLeaves?: Leaving | undefined;
  anchor: { to: 'contact' } | { to: 'start' | 'end'; effect: string } | { to: 'signal'; effect: string; name: string };
  repeat: { count: number; every: number };
  preset?: PresetLink | undefined;
}

/** Which lane of which preset a lane follows. Those that were placed together bear the same mark. */
export interface PresetLink {
  of: string;
  lane: string;
  placed: string;
}

type EffectOf<K> = K extends { readonly kind: infer N; readonly fields: infer F }
  ? Placed & { kind: N } & { [P in keyof CommonFields]: FieldDocument<CommonFields[P]> } & {
      -readonly [P in keyof F]: FieldDocument<F[P]>;
    }
  : never;

/** Any effect as documents hold it; `kind` tells which. */
export type Effect = EffectOf<Kinds>;
export type EffectName = Effect['kind'];

const inOrder = (Object.values(kinds) as EffectKind[]).sort(
  (a, b) => families.indexOf(a.family) - families.indexOf(b.family) || (a.kind < b.kind ? -1 : 1),
);

/** Every kind by its name in documents, family by family. */
export const effectKinds: Readonly<Record<string, EffectKind>> = Object.fromEntries(inOrder.map((kind) => [kind.kind, kind]));

/** All fields of a kind: its own, then those that every effect has. */
export function fieldsOfKind({ common, fields }: EffectKind): Fields {
  return { ...fields, ...commonFields(common) };
}
