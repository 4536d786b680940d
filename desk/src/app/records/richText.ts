import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { Editor } from '@tiptap/core';
import StarterKit, { type StarterKitOptions } from '@tiptap/starter-kit';

interface Tool {
  name: string;
  word: string;
  active: (editor: Editor) => boolean;
  run: (editor: Editor) => void;
}

const TOOLS: readonly Tool[] = [
  {
    name: 'Bold',
    word: 'B',
    active: (editor) => editor.isActive('bold'),
    run: (editor) => editor.chain().focus().toggleBold().run(),
  },
  {
    name: 'Italic',
    word: 'I',
    active: (editor) => editor.isActive('italic'),
    run: (editor) => editor.chain().focus().toggleItalic().run(),
  },
  {
    name: 'Heading',
    word: 'H',
    active: (editor) => editor.isActive('heading'),
    run: (editor) => editor.chain().focus().toggleHeading({ level: 3 }).run(),
  },
  {
    name: 'List',
    word: '•',
    active: (editor) => editor.isActive('bulletList'),
    run: (editor) => editor.chain().focus().toggleBulletList().run(),
  },
];

/** Elements that the editor keeps as they are. */
const KEPT: ReadonlySet<string> = new Set([
  'p',
  'br',
  'ul',
  'ol',
  'li',
  'b',
  'strong',
  'i',
  'em',
  'h3',
  'h4',
  'a',
]);

/** Only what the shop keeps of a text can be written: a title's own size is that of the page, so headings begin below it. */
const KINDS: Partial<StarterKitOptions> = {
  heading: { levels: [3, 4] },
  link: { openOnClick: false },
  blockquote: false,
  code: false,
  codeBlock: false,
  horizontalRule: false,
  strike: false,
  underline: false,
};

/** Whether the editor can hold all of an HTML text; what it doesn't know it would leave out. */
export const keepsAll = (html: string): boolean =>
  [...html.matchAll(/<\/?([a-z][a-z0-9-]*)/gi)].every(([, name]) => KEPT.has(name.toLowerCase()));

/** Words with emphasis, headings, lists and links, as HTML. */
@Component({
  selector: 'desk-rich-text',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="tools" role="toolbar" [attr.aria-label]="'Form of: ' + label()">
      @for (tool of tools; track tool.name) {
        <button
          type="button"
          [attr.aria-label]="tool.name"
          [attr.aria-pressed]="active().has(tool.name)"
          [title]="tool.name"
          (mousedown)="$event.preventDefault()"
          (click)="run(tool)"
        >
          {{ tool.word }}
        </button>
      }
      <input
        class="field"
        aria-label="Link of the marked words"
        placeholder="link: /cookware"
        [value]="link()"
        (change)="lead($any($event.target).value.trim())"
      />
    </div>
    <div #place class="field place"></div>
  `,
  styles: `
    :host {
      display: block;
    }
    .tools {
      display: flex;
      gap: 2px;
      margin-bottom: 2px;
    }
    button {
      width: 30px;
      height: 28px;
      border: 1px solid var(--hairline);
      border-radius: 2px;
      background: var(--sheet);
      color: inherit;
      font: 600 14px/1 var(--text);
      cursor: pointer;
    }
    button[aria-pressed='true'] {
      background: var(--ticket);
      color: #14201f;
    }
    .tools input {
      flex: 1;
      min-width: 0;
    }
    .place {
      min-height: 90px;
      max-height: 320px;
      overflow-y: auto;
    }
  `,
})
export class RichText {
  readonly html = input.required<string>();
  readonly label = input.required<string>();
  readonly changed = output<string>();
  protected readonly tools = TOOLS;
  protected readonly active = signal<ReadonlySet<string>>(new Set());
  protected readonly link = signal('');
  private readonly place = viewChild.required<ElementRef<HTMLElement>>('place');
  private editor: Editor | null = null;
  /** What it has said last, so that its own words don't come back and move the cursor. */
  private said = '';

  constructor() {
    const gone = inject(DestroyRef);
    afterNextRender(() => {
      this.said = this.html();
      this.editor = new Editor({
        element: this.place().nativeElement,
        extensions: [StarterKit.configure(KINDS)],
        content: this.said,
        // The page's own style sheet has what it needs; a sheet of its own would not be let in.
        injectCSS: false,
        editorProps: {
          attributes: { 'aria-label': this.label(), role: 'textbox', 'aria-multiline': 'true' },
        },
        onUpdate: ({ editor }) => this.tell(editor.isEmpty ? '' : editor.getHTML()),
        onTransaction: ({ editor }) => this.look(editor),
      });
      gone.onDestroy(() => this.editor?.destroy());
    });
    effect(() => {
      const html = this.html();
      untracked(() => {
        if (!this.editor || html === this.said) return;
        this.said = html;
        this.editor.commands.setContent(html, { emitUpdate: false });
      });
    });
  }

  private tell(html: string): void {
    this.said = html;
    this.changed.emit(html);
  }

  private look(editor: Editor): void {
    this.active.set(new Set(TOOLS.filter((tool) => tool.active(editor)).map(({ name }) => name)));
    this.link.set(String(editor.getAttributes('link')['href'] ?? ''));
  }

  protected run(tool: Tool): void {
    if (this.editor) tool.run(this.editor);
  }

  protected lead(address: string): void {
    const chain = this.editor?.chain().focus().extendMarkRange('link');
    if (address) chain?.setLink({ href: address }).run();
    else chain?.unsetLink().run();
  }
}
