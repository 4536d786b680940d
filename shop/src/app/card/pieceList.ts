import {
  Directive,
  inject,
  Injectable,
  input,
  ViewContainerRef,
  type EmbeddedViewRef,
  type OnChanges,
  type TemplateRef,
} from '@angular/core';
import type { Piece } from './cardPieces';

/** What a look's template is told. */
export interface LookContext {
  $implicit: Piece;
  /** The card that it is a piece of. */
  of: object;
}
export type LookTemplates = ReadonlyMap<Piece['look'], TemplateRef<LookContext>>;

/** Where cards find the templates of their pieces: declared once a page, as each would leave its marks in every card. */
@Injectable({ providedIn: 'root' })
export class LookBook {
  private read: () => LookTemplates = () => new Map();

  open(read: () => LookTemplates): void {
    this.read = read;
  }

  template(look: Piece['look']): TemplateRef<LookContext> {
    const template = this.read().get(look);
    if (!template) throw new Error(`No template draws “${look}”.`);
    return template;
  }
}

interface Drawn {
  key: string;
  look: Piece['look'];
  view: EmbeddedViewRef<LookContext>;
}

/** Draws pieces one behind the other; one that stays keeps its place in the document, and so the focus. */
@Directive({ selector: '[shopPieces]' })
export class PieceList implements OnChanges {
  readonly pieces = input.required<readonly Piece[]>({ alias: 'shopPieces' });
  readonly of = input.required<object>({ alias: 'shopPiecesOf' });
  private readonly place = inject(ViewContainerRef);
  private readonly book = inject(LookBook);
  private drawn: Drawn[] = [];

  ngOnChanges(): void {
    const before = new Map(this.drawn.map((one) => [one.key, one]));
    const wanted = this.pieces();
    const stays = new Set<Drawn>();
    for (const { key, look } of wanted) {
      const one = before.get(key);
      if (one?.look === look) stays.add(one);
    }
    for (const one of this.drawn) if (!stays.has(one)) one.view.destroy();
    this.drawn = wanted.map((piece, at) => {
      const one = before.get(piece.key);
      if (!one || !stays.has(one)) return this.draw(piece, at);
      one.view.context.$implicit = piece;
      if (this.place.indexOf(one.view) !== at) this.place.move(one.view, at);
      return one;
    });
  }

  private draw(piece: Piece, at: number): Drawn {
    const context: LookContext = { $implicit: piece, of: this.of() };
    const view = this.place.createEmbeddedView(this.book.template(piece.look), context, { index: at });
    return { key: piece.key, look: piece.look, view };
  }
}
