export { ConfirmScreen as default } from '../features/holders/ConfirmScreen';
