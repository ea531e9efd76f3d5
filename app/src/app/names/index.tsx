export { NamesScreen as default } from '../../held/later';
