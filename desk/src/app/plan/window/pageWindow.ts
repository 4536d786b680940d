import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  linkedSignal,
  signal,
  untracked,
  viewChild,
  viewChildren,
} from '@angular/core';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { DomSanitizer, type SafeResourceUrl } from '@angular/platform-browser';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import type { FromFrame, Surroundings, TicketTool, ToFrame } from '@fond/contract';
import { DEVICE_WIDTHS, linkOf, sayRange, WIDTH_NAMES, type Pin, type WidthName } from '@fond/core';
import { RangeVocabulary } from '../../wording/rangeNames';
import { partsFeature } from '../../store/parts.feature';
import { floorFeature } from '../../store/floor.feature';
import { facetWords, FIXTURE_WORDS, shortList } from '../../wording/words';
import { changedAt, toolsOf } from '../../draft/ticketTools';
import { withHolds, withoutHolds, type Here } from '../../draft/pins';
import { Signing } from '../../draft/signing';
import type { SeenAs } from '../../api/api';
import { PlanActions } from '../../draft/plan.actions';
import { planFeature } from '../../draft/plan.feature';
import { PlanView } from '../../wording/planView';
import { PlanEditor } from '../../draft/planEditor';
import { MomentField } from '../../field/momentField';
import { AisleChoice } from '../../draft/aisleChoice';
import {
  DEVICES,
  NARROWEST,
  sizeWords,
  soundHeight,
  soundWidth,
  WIDEST,
  type WindowSize,
} from './windowSize';

type View = WidthName | 'all' | 'own';

interface Shown extends WindowSize {
  name: WidthName | 'own';
}

const PLAIN: Omit<Surroundings, 'dark'> = { still: false, long: false, cards: 'rest' };

const CARD_STATES: readonly { value: Surroundings['cards']; name: string; said: string }[] = [
  { value: 'rest', name: 'as they are', said: '' },
  { value: 'hover', name: 'pointed at', said: 'with cards pointed at' },
  { value: 'focus', name: 'with the focus', said: 'with cards in focus' },
  { value: 'tapped', name: 'tapped once', said: 'with cards tapped' },
];

/** Where brief and page don't stand beside each other, as in the plan page's style. */
const ONE_PANE = '(max-width: 820px)';

const MOMENT = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  hour: '2-digit',
  minute: '2-digit',
});

const GAP = 16;
/** What the edge takes that is dragged. */
const EDGE = 14;
/** Pixels that an arrow key makes the window wider or narrower. */
const STEP = 10;

/** The real page of an aisle from the draft, in true frames, scaled to fit. */
@Component({
  selector: 'desk-window',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AisleChoice, MatProgressBarModule, MomentField],
  templateUrl: './pageWindow.html',
  styleUrl: './pageWindow.scss',
})
export class PageWindow {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly sanitizer = inject(DomSanitizer);
  private readonly editor = inject(PlanEditor);
  private readonly stage = viewChild.required<ElementRef<HTMLElement>>('stage');
  private readonly frames = viewChildren<ElementRef<HTMLIFrameElement>>('frame');

  private readonly id = this.store.selectSignal(planFeature.selectId);
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);
  protected readonly address = this.editor.address;
  protected readonly page = this.store.selectSignal(planFeature.selectPage);
  private readonly preview = this.store.selectSignal(planFeature.selectPreview);
  protected readonly seen = this.store.selectSignal(planFeature.selectSeen);
  /** Whether the page is seen as in dark surroundings, where its look has colours for them. */
  private readonly inTheDark = signal(false);
  protected readonly canBeDark = computed(() => this.page()?.frame.look?.dark ?? false);
  protected readonly dark = computed(() => this.inTheDark() && this.canBeDark());
  /** What the page is looked at in, besides its width. */
  protected readonly around = signal<Omit<Surroundings, 'dark'>>(PLAIN);
  private readonly surroundings = computed((): Surroundings => ({ ...this.around(), dark: this.dark() }));
  protected readonly cardStates = CARD_STATES;
  protected readonly otherwise = computed(
    () => this.dark() || this.around() !== PLAIN || Object.keys(this.seen()).length > 0,
  );
  /** As on which day, and by whom, the page is seen. */
  protected readonly seenWords = computed(() => {
    const { at, part, signedIn } = this.seen();
    const parts = [
      at ? `on ${MOMENT.format(new Date(at))}` : '',
      part ? `by a shopper at ${part} %` : '',
      signedIn ? 'signed in' : '',
      this.dark() ? 'in the dark' : '',
      this.around().still ? 'without motion' : '',
      this.around().long ? 'in longer words' : '',
      CARD_STATES.find(({ value }) => value === this.around().cards)!.said,
    ].filter(Boolean);
    return parts.join(', ');
  });
  protected readonly showLive = this.store.selectSignal(planFeature.selectShowLive);
  protected readonly problem = this.store.selectSignal(planFeature.selectPreviewProblem);
  protected readonly marked = this.store.selectSignal(planFeature.selectMarked);
  private readonly parts = this.store.selectSignal(partsFeature.selectById);
  private readonly vocabulary = this.editor.vocabulary;
  private readonly names = inject(RangeVocabulary).names;

  /** As wide as can be read in the room that there is. */
  /** Whether it begins with all widths beside one another. */
  readonly abreast = input(false);
  protected readonly view = linkedSignal<View>(() => {
    if (matchMedia(ONE_PANE).matches) return 'narrow';
    return this.abreast() ? 'all' : 'wide';
  });
  protected readonly views: readonly { view: View; name: string }[] = [
    { view: 'wide', name: 'Wide' },
    { view: 'medium', name: 'Medium' },
    { view: 'narrow', name: 'Narrow' },
    { view: 'all', name: 'All' },
  ];
  private readonly room = signal({ width: 800, height: 500 });

  /** Any other size, chosen or dragged. */
  protected readonly size = signal<WindowSize>(DEVICES[1]);
  protected readonly devices = DEVICES;
  protected readonly sizeWords = sizeWords;
  protected readonly narrowest = NARROWEST;
  protected readonly widest = WIDEST;

  protected readonly shown = computed((): readonly Shown[] => {
    const view = this.view();
    if (view === 'own') return [{ name: 'own', ...this.size() }];
    return (view === 'all' ? WIDTH_NAMES : [view]).map((name) => ({
      name,
      width: DEVICE_WIDTHS[name],
      height: null,
    }));
  });
  /** While the edge is dragged the scale stays, so that the edge stays under the pointer. */
  private readonly heldScale = signal<number | null>(null);
  /** One scale for all frames, so that widths can be compared; never enlarged. */
  protected readonly scale = computed(() => {
    const held = this.heldScale();
    if (held !== null) return held;
    const shown = this.shown();
    const { width, height } = this.room();
    const needed = shown.reduce((sum, one) => sum + one.width, 0);
    const tallest = Math.max(...shown.map((one) => one.height ?? 0));
    const beside = shown.length === 1 ? EDGE : GAP * (shown.length - 1);
    return Math.min(1, (width - beside) / needed, tallest ? height / tallest : 1);
  });
  protected readonly height = computed(() => Math.floor(this.room().height / this.scale()));

  protected readonly path = computed(() => this.address().split('?')[0]);
  protected readonly languages = computed(() => this.vocabulary()?.languages ?? []);
  protected readonly lang = this.editor.lang;
  protected readonly livePath = computed(() => `/shop${this.address() === '/' ? '' : this.address()}`);
  protected readonly missing = computed(
    () => this.preview() !== null && this.page() === null && !this.showLive(),
  );
  /** Title of the product whose page is in the window. */
  protected readonly product = computed(() => {
    const page = this.page();
    return page?.kind === 'product' ? page.title : null;
  });
  /** The plan that serves the aisle, when it is another one than this. */
  protected readonly other = computed(() => {
    const page = this.page();
    return page && !this.showLive() && page.plan?.id !== this.id() ? page.plan : null;
  });

  /** The first page of each frame comes from the stored draft; everything after it is sent. */
  protected readonly source = computed((): SafeResourceUrl | null => {
    const id = this.id();
    if (!id) return null;
    const address = untracked(this.address);
    const joint = address.includes('?') ? '&' : '?';
    const url = `/shop${address === '/' ? '' : address}${joint}draft=${encodeURIComponent(id)}`;
    return this.sanitizer.bypassSecurityTrustResourceUrl(url);
  });

  private readonly tickets = computed((): Record<string, string> => {
    const plan = this.editor.plan();
    const tally = this.editor.tally();
    if (!plan) return {};
    return Object.fromEntries(
      plan.fixtures.map((fixture) => {
        const name = FIXTURE_WORDS[fixture.type];
        const title = name.charAt(0).toUpperCase() + name.slice(1);
        if (fixture.type === 'shelf')
          return [
            fixture.id,
            `${title} · ${sayRange(fixture.range, this.names())} · ${tally?.products ?? '…'} products`,
          ];
        if (fixture.type === 'facets')
          return [
            fixture.id,
            `${title} · ${shortList(
              fixture.facets.map((choice) => facetWords(choice, this.vocabulary(), this.lang())),
              3,
            )}`,
          ];
        if (fixture.type === 'promotion' && fixture.range.source.kind === 'recent')
          return [fixture.id, `${title} · what a shopper has looked at last; others stand in for it here`];
        const part = fixture.type === 'part' ? this.parts().get(fixture.part) : undefined;
        return [fixture.id, part ? `${title} · ${part.name}` : title];
      }),
    );
  });

  /** What can be done in the frames: with this plan's own fixtures on its draft, and not while cards are arranged. */
  private readonly tools = computed((): Record<string, TicketTool[]> => {
    const plan = this.editor.plan();
    if (!plan || this.showLive() || this.other() || this.planView.arranging()) return {};
    const part = plan.kind === 'part';
    return Object.fromEntries(
      plan.fixtures.map((fixture) => [fixture.id, toolsOf(fixture, part && fixture.inside === null)]),
    );
  });

  private readonly signing = inject(Signing);
  protected readonly planView = inject(PlanView);
  /** While arranging: the places of what is pinned here. */
  private readonly pins = computed((): Record<string, number> | null =>
    this.planView.arranging() && !this.showLive()
      ? Object.fromEntries((this.preview()?.report?.pins ?? []).map(({ sku, place }) => [sku, place]))
      : null,
  );

  constructor() {
    const hear = (event: MessageEvent<FromFrame>): void => this.hear(event);
    window.addEventListener('message', hear);
    inject(DestroyRef).onDestroy(() => window.removeEventListener('message', hear));
    effect(() => {
      const page = this.page();
      if (page) this.sendAll({ type: 'fond:page', page });
    });
    effect(() => this.sendAll(this.ticketMessage()));
    effect(() => this.sendAll({ type: 'fond:surroundings', ...this.surroundings() }));
    effect(() => this.sendAll({ type: 'fond:arrange', pins: this.pins() }));
    afterNextRender(() => {
      const watch = new ResizeObserver(([entry]) =>
        this.room.set({ width: entry.contentRect.width, height: entry.contentRect.height }),
      );
      watch.observe(this.stage().nativeElement);
    });
  }

  private ticketMessage(): ToFrame {
    return { type: 'fond:tickets', tickets: this.tickets(), tools: this.tools(), marked: this.marked() };
  }

  private sendAll(message: ToFrame, except?: MessageEventSource | null): void {
    for (const frame of this.frames()) {
      const target = frame.nativeElement.contentWindow;
      if (target && target !== except) target.postMessage(message, location.origin);
    }
  }

  private hear(event: MessageEvent<FromFrame>): void {
    const ours = this.frames().some((frame) => frame.nativeElement.contentWindow === event.source);
    if (!ours || event.origin !== location.origin) return;
    const { data } = event;
    switch (data.type) {
      case 'fond:ready': {
        const page = this.page();
        if (page) this.sendAll({ type: 'fond:page', page });
        this.sendAll(this.ticketMessage());
        this.sendAll({ type: 'fond:surroundings', ...this.surroundings() });
        this.sendAll({ type: 'fond:arrange', pins: this.pins() });
        break;
      }
      case 'fond:go':
        this.go(data.address);
        break;
      case 'fond:fixture':
        this.store.dispatch(PlanActions.fixtureMarked({ id: data.id && linkOf(data.id) }));
        break;
      case 'fond:add':
        this.planView.addBehind(data.behind);
        break;
      case 'fond:change':
        this.editor.edit(`${data.tool} of ${data.id}, ${data.width}`, (plan) => changedAt(plan, data));
        break;
      case 'fond:place':
        this.pin(`pin at ${data.place}`, (pins, here) =>
          withHolds(pins, [{ sku: data.sku, place: data.place }], here, this.signing.now()),
        );
        break;
      case 'fond:unpin':
        this.pin(`pin of ${data.sku}`, (pins, here) => withoutHolds(pins, [data.sku], here));
        break;
      case 'fond:scrolled':
        this.sendAll({ type: 'fond:scroll', share: data.share }, event.source);
    }
  }

  /** Every move is a step of its own, however quickly one follows another. */
  private pin(what: string, change: (pins: readonly Pin[], here: Here) => Pin[]): void {
    const order = this.editor.shelf()?.order;
    const report = this.preview()?.report;
    if (!order || !report) return;
    const here = { aisle: report.aisle.key, today: report.today };
    this.editor.editShelf(what, { order: { ...order, pins: change(order.pins, here) } });
  }

  /** The aisle stands in the desk's own address, so that the view can be shared and Back works. */
  protected go(address: string): void {
    const url = new URL(address, location.origin);
    url.searchParams.delete('draft');
    void this.router.navigate([], {
      queryParams: { aisle: decodeURIComponent(url.pathname) + url.search },
      queryParamsHandling: 'merge',
    });
  }

  protected speak(lang: string): void {
    const url = new URL(this.address(), location.origin);
    if (lang === this.languages()[0]) url.searchParams.delete('lang');
    else url.searchParams.set('lang', lang);
    this.go(url.pathname + url.search);
  }

  /** Makes the window as large as something else; what isn't said stays. */
  protected resize(change: Partial<WindowSize>): void {
    const { width, height } = { ...(this.shown()[0] ?? this.size()), ...change };
    this.size.set({ width: soundWidth(width), height: height === null ? null : soundHeight(height) });
    this.view.set('own');
  }

  protected grip(event: PointerEvent): void {
    const edge = event.currentTarget as HTMLElement;
    const [from, { width }, scale] = [event.clientX, this.shown()[0], this.scale()];
    const released = new AbortController();
    edge.setPointerCapture(event.pointerId);
    this.heldScale.set(scale);
    edge.addEventListener(
      'pointermove',
      (move) => this.resize({ width: width + (move.clientX - from) / scale }),
      released,
    );
    const end = (): void => {
      released.abort();
      this.heldScale.set(null);
    };
    edge.addEventListener('pointerup', end, released);
    edge.addEventListener('pointercancel', end, released);
    event.preventDefault();
    edge.focus();
  }

  protected nudge(event: KeyboardEvent): void {
    const by = { ArrowLeft: -STEP, ArrowRight: STEP }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    this.resize({ width: this.shown()[0].width + by });
  }

  /** Another moment or shopper; what is left empty is as now. */
  protected see(change: SeenAs): void {
    const { at, part, signedIn } = { ...this.seen(), ...change };
    this.store.dispatch(
      PlanActions.seenAs({
        seen: {
          ...(at && { at }),
          ...(part && part > 0 && part < 100 && { part }),
          ...(signedIn && { signedIn }),
        },
      }),
    );
  }

  protected darken(dark: boolean): void {
    this.inTheDark.set(dark);
  }

  protected surround(change: Partial<Omit<Surroundings, 'dark'>>): void {
    const around = { ...this.around(), ...change };
    this.around.set(JSON.stringify(around) === JSON.stringify(PLAIN) ? PLAIN : around);
  }

  protected seeNow(): void {
    this.inTheDark.set(false);
    this.around.set(PLAIN);
    this.store.dispatch(PlanActions.seenAs({ seen: {} }));
  }

  protected toggleLive(live: boolean): void {
    this.store.dispatch(PlanActions.liveToggled({ live }));
  }

  protected title(path: string): string {
    return this.floor()?.aisles.find((aisle) => aisle.path === path)?.title ?? path;
  }
}
