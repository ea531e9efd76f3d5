/** What is done with names that are held. Fetched as one: all of it knows what a zone is. */
export { MailTargetScreen } from '../features/points/MailTargetScreen';
export { ManyPointsScreen } from '../features/points/ManyPointsScreen';
export { NameScreen } from '../features/names/NameScreen';
export { NamesScreen } from '../features/names/NamesScreen';
export { PointsScreen } from '../features/points/PointsScreen';
