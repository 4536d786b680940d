/** Words of so many letters and more are lengthened, by as much as German or Finnish needs beyond English. */
const FROM = 4;
const MORE = 0.45;

/** As in a language whose words are longer: the beginning of each is said again behind it. */
export const lengthened = (text: string): string =>
  text.replace(/\p{L}+/gu, (word) =>
    word.length < FROM ? word : word + word.slice(0, Math.ceil(word.length * MORE)).toLowerCase(),
  );

/** Only in the desk's window: shows whether a page holds when its words are longer. */
export class LongWords {
  /** What each text said, and says now. */
  private readonly kept = new Map<Text, { said: string; says: string }>();
  private readonly watcher = new MutationObserver(() => this.lengthen());

  constructor(private readonly root: HTMLElement) {}

  set(on: boolean): void {
    this.watcher.disconnect();
    if (on) this.lengthen();
    else this.restore();
  }

  private lengthen(): void {
    this.watcher.disconnect();
    const walker = document.createTreeWalker(this.root, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode() as Text | null; node; node = walker.nextNode() as Text | null) {
      const before = this.kept.get(node);
      // What the page itself has written since is what it says now.
      if (before?.says === node.data) continue;
      const says = lengthened(node.data);
      this.kept.set(node, { said: node.data, says });
      node.data = says;
    }
    this.watcher.observe(this.root, { subtree: true, childList: true, characterData: true });
  }

  private restore(): void {
    for (const [node, { said, says }] of this.kept) if (node.data === says) node.data = said;
    this.kept.clear();
  }
}
