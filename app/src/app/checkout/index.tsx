export { CheckoutScreen as default } from '../../features/checkout/CheckoutScreen';
