/** What is drawn with scales, in one piece: the first view needs none of it. */
export { BarPlot } from './BarPlot';
export { Plot } from './Plot';
