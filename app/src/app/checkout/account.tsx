export { AccountStep as default } from '../../features/checkout/AccountStep';
