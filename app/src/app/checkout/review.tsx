export { ReviewStep as default } from '../../features/checkout/ReviewStep';
