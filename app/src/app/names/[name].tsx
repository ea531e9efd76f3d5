export { NameScreen as default } from '../../features/names/NameScreen';
