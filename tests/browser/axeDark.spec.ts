import { checkScreens } from '../support/axeScreens';

checkScreens('dark');
