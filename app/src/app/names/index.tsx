export { NamesScreen as default } from '../../features/names/NamesScreen';
