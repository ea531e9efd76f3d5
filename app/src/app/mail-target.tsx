export { MailTargetScreen as default } from '../features/points/MailTargetScreen';
