export { NameScreen as default } from '../../held/later';
