// The desk's reducers are tested without a build; Angular's partially compiled packages are linked at run time.
import '@angular/compiler';
