export { HolderChangeScreen as default } from '../features/holders/HolderChangeScreen';
