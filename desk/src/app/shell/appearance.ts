import { DOCUMENT, inject, Injectable, signal } from '@angular/core';

type Choice = 'light' | 'dark';
const KEY = 'fond:appearance';

/** Light or dark: the system's until somebody chooses, then theirs. */
@Injectable({ providedIn: 'root' })
export class Appearance {
  private readonly root = inject(DOCUMENT).documentElement;
  readonly choice = signal<Choice>(this.remembered());

  apply(): void {
    this.root.style.colorScheme = this.choice();
  }

  toggle(): void {
    this.choice.update((choice) => (choice === 'light' ? 'dark' : 'light'));
    localStorage.setItem(KEY, this.choice());
    this.apply();
  }

  private remembered(): Choice {
    const stored = localStorage.getItem(KEY);
    if (stored === 'light' || stored === 'dark') return stored;
    return matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
  }
}
