/** The colour roles of Tienda. Every colour in the app is one of these. */
export interface Palette {
  readonly dark: boolean;
  readonly paper: string;
  readonly card: string;
  /** Ink and text. */
  readonly pine: string;
  /** Text of less weight, still readable. */
  readonly quiet: string;
  /** The one action colour. */
  readonly terracotta: string;
  readonly onTerracotta: string;
  /** Introductory price, something to notice. */
  readonly marigold: string;
  readonly marigoldWash: string;
  /** Good, done. */
  readonly sage: string;
  readonly sageWash: string;
  readonly onSage: string;
  /** Gone, problem. */
  readonly plum: string;
  readonly plumWash: string;
  readonly line: string;
}

export const lightPalette: Palette = {
  dark: false,
  paper: '#FBF6EC',
  card: '#FFFDF8',
  pine: '#17332D',
  quiet: '#55665F',
  terracotta: '#A8471F',
  onTerracotta: '#FFFDF8',
  marigold: '#E0A526',
  marigoldWash: '#F8E7BF',
  sage: '#3A7354',
  sageWash: '#CFE3D6',
  onSage: '#FFFDF8',
  plum: '#7A2E4A',
  plumWash: '#F3E1E7',
  line: '#E5DAC6',
};

export const darkPalette: Palette = {
  dark: true,
  paper: '#12201C',
  card: '#1B2C27',
  pine: '#F5EEDF',
  quiet: '#A9B9B1',
  terracotta: '#F0916A',
  onTerracotta: '#2A1208',
  marigold: '#E8B23C',
  marigoldWash: '#463812',
  sage: '#82C49E',
  sageWash: '#2C4A3B',
  onSage: '#10251B',
  plum: '#EFA3BF',
  plumWash: '#43232F',
  line: '#33473F',
};
