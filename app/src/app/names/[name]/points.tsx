export { PointsScreen as default } from '../../../held/later';
