export { AccountScreen as default } from '../features/account/AccountScreen';
