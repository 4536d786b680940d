import { checkScreens } from '../support/axeScreens';

checkScreens('keeping');
