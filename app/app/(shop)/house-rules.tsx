import { HouseRulesScreen } from '@/features/house-rules/house-rules-screen';

export default HouseRulesScreen;
