/**
 * The colour roles of Tienda. Every colour in the app is one of these; what each looks like in the light and in the
 * dark stands in `public/palette.css`, so that the browser follows its reader's choice without anything drawn anew.
 */
const roles = {
  paper: 'paper',
  card: 'card',
  /** Ink and text. */
  pine: 'pine',
  /** Text of less weight, still readable. */
  quiet: 'quiet',
  /** The one action colour. */
  terracotta: 'terracotta',
  onTerracotta: 'on-terracotta',
  /** Introductory price, something to notice. */
  marigold: 'marigold',
  marigoldWash: 'marigold-wash',
  /** Good, done. */
  sage: 'sage',
  sageWash: 'sage-wash',
  onSage: 'on-sage',
  /** Gone, problem. */
  plum: 'plum',
  plumWash: 'plum-wash',
  line: 'line',
  /** The stripes of the awning, and the edge of the pale ones. */
  awning: 'awning',
  awningPale: 'awning-pale',
  awningEdge: 'awning-edge',
} as const;

export type Colour = keyof typeof roles;

/** Each role as CSS takes it: `var(--card)`. */
export const palette = Object.fromEntries(
  Object.entries(roles).map(([colour, name]) => [colour, `var(--${name})`]),
) as Readonly<Record<Colour, string>>;
