export { ManyPointsScreen as default } from '../../held/later';
