export { LineupScreen as default } from '../features/lineup/LineupScreen';
