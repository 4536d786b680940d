import { checkScreens } from '../support/axeScreens';

checkScreens('light');
