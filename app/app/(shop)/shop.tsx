import { ShopScreen } from '@/features/shop/shop-screen';

export default ShopScreen;
