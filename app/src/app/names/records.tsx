export { ManyPointsScreen as default } from '../../features/points/ManyPointsScreen';
