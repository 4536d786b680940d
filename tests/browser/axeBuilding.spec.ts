import { checkScreens } from '../support/axeScreens';

checkScreens('building');
