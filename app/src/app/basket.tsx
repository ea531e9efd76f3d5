export { BasketScreen as default } from '../features/basket/BasketScreen';
