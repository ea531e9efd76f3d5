export { HandOversScreen as default } from '../../features/handOvers/HandOversScreen';
