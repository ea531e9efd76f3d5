export { HolderStep as default } from '../../features/checkout/HolderStep';
