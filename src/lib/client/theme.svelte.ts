const KEY = 'haversack-theme';

/** Day or night, kept on this computer. */
class Theme {
  name: 'day' | 'night' = $state('day');

  start(): void {
    this.name = localStorage.getItem(KEY) === 'night' ? 'night' : 'day';
    this.#show();
  }

  toggle(): void {
    this.name = this.name === 'day' ? 'night' : 'day';
    localStorage.setItem(KEY, this.name);
    this.#show();
  }

  #show(): void {
    document.documentElement.dataset.theme = this.name;
  }
}

export const theme = new Theme();
