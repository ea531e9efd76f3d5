export { MailTargetScreen as default } from '../held/later';
