export { MovesScreen as default } from '../../features/moves/MovesScreen';
