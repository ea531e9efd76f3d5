export { PointsScreen as default } from '../../../features/points/PointsScreen';
