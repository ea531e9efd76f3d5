export { AheadScreen as default } from '../features/ahead/AheadScreen';
