import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Observable } from 'rxjs';
import type {
  AnswerOf,
  BodyOf,
  OperationName,
  Operations,
  ParamsOf,
  QueryOf,
} from '@fond/contract/operations';
import { ROUTES } from '@fond/contract/routes';
import {
  addressOf,
  type ActivityEntry,
  type AisleTexts,
  type AttributeChange,
  type AttributeLine,
  type Campaign,
  type CampaignTimes,
  type CollectionSummary,
  type CollectionWish,
  type DraftVersion,
  type EditionComparison,
  type EditionSummary,
  type BadgeReport,
  type FacetAdviceRow,
  type Floor,
  type FreePageWish,
  type HeirsFate,
  type ImportMapping,
  type Job,
  type KeptPicture,
  type PlanBeginning,
  type PlanChanges,
  type PlanFile,
  type PlanImport,
  type PartSummary,
  type PictureReport,
  type PlanSummary,
  type Preview,
  type ProductLine,
  type ProductLookup,
  type ProductWhy,
  type HeldOperation,
  type PublicationRequest,
  type RedirectImport,
  type Role,
  type Session,
  type ShopSettings,
  type SignInHelp,
  type StoredCollection,
  type StoredFreePage,
  type StoredPlan,
  type StoredRange,
  type StoredRedirect,
  type User,
  type Vocabulary,
  type Withdrawal,
  type WordedAisle,
} from '@fond/contract';
import type {
  BenchModel,
  Fixture,
  Plan,
  PlanDocument,
  RangeRule,
  Reach,
  Redirect,
  ShopModel,
  Sieve,
  Way,
  FocusPoint,
} from '@fond/core';

/** When and by whom a page is seen: another moment than now, the shopper's number, and whether they have signed in. */
export interface SeenAs {
  at?: string;
  part?: number;
  signedIn?: boolean;
}

/** How a product file is to be read. */
export interface ImportWish {
  dryRun: boolean;
  mapping: ImportMapping;
  /** What one unit of another currency is worth. */
  rates: Readonly<Record<string, number>>;
  /** Lines with a fault are left out, all others taken. */
  leaveOut: boolean;
}

type Named<K extends string, T> = unknown extends T ? unknown : Readonly<Record<K, T>>;

/** What is sent along: what stands in the address, behind it, and in the body; files as a form. */
type Sent<N extends OperationName> = Named<'params', ParamsOf<N>> &
  Named<'query', QueryOf<N>> &
  (Operations[N] extends { upload: unknown } ? { form: FormData } : Named<'body', BodyOf<N>>);

/** Nothing has to be sent where nothing is taken. */
type Asked<N extends OperationName> = unknown extends Sent<N> ? [] : [sent: Sent<N>];

interface AnySent {
  params?: Readonly<Record<string, string | number>>;
  query?: Readonly<Record<string, string | number>>;
  body?: unknown;
  form?: FormData;
}

/** The server, one method per operation. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  /** Asks for an operation where the contract has it. */
  private call<N extends OperationName>(name: N, ...[sent]: Asked<N>): Observable<AnswerOf<N>> {
    const [method] = ROUTES[name];
    const { params, query, body, form }: AnySent = sent ?? {};
    return this.http.request<AnswerOf<N>>(method, addressOf(name, params), {
      params: query,
      body: form ?? body ?? (method === 'post' || method === 'put' ? {} : undefined),
    });
  }

  whoAmI(): Observable<Session> {
    return this.call('whoAmI');
  }

  signInHelp(): Observable<SignInHelp> {
    return this.call('signInHelp');
  }

  signIn(email: string, password: string): Observable<Session> {
    return this.call('signIn', { body: { email, password } });
  }

  signOut(): Observable<void> {
    return this.call('signOut');
  }

  floor(): Observable<Floor> {
    return this.call('floor');
  }

  vocabulary(): Observable<Vocabulary> {
    return this.call('vocabulary');
  }

  plans(): Observable<readonly PlanSummary[]> {
    return this.call('plans');
  }

  parts(): Observable<readonly PartSummary[]> {
    return this.call('parts');
  }

  createPart(name: string, fixtures: readonly Fixture[]): Observable<StoredPlan> {
    return this.call('createPart', { body: { name, fixtures } });
  }

  createPlan(name: string, reach: Reach, from: string, as: PlanBeginning): Observable<StoredPlan> {
    return this.call('createPlan', { body: { name, reach, from, as } });
  }

  readPlan(id: string): Observable<StoredPlan> {
    return this.call('readPlan', { params: { id } });
  }

  savePlan(plan: PlanDocument, version: number): Observable<StoredPlan> {
    return this.call('savePlan', { params: { id: plan.id }, body: { plan, version } });
  }

  rebasePlan(id: string, base: string | null, keep: HeirsFate, version: number): Observable<StoredPlan> {
    return this.call('rebasePlan', { params: { id }, body: { base, keep, version } });
  }

  notePlan(id: string, note: string): Observable<StoredPlan> {
    return this.call('notePlan', { params: { id }, body: { note } });
  }

  /** Says that somebody has the plan open; answers with the names of the others who have. */
  bePresent(id: string): Observable<readonly string[]> {
    return this.call('presence', { params: { id } });
  }

  planWithdrawal(id: string): Observable<Withdrawal> {
    return this.call('planWithdrawal', { params: { id } });
  }

  removePlan(
    id: string,
    standing: 'aside' | 'deleted',
    heirs: HeirsFate | null,
  ): Observable<{ edition: EditionSummary | null }> {
    return this.call('removePlan', {
      params: { id },
      body: {
        standing,
        heirs,
      },
    });
  }

  restorePlan(id: string): Observable<StoredPlan> {
    return this.call('restorePlan', { params: { id } });
  }

  publicationChanges(plans: readonly string[]): Observable<PlanChanges> {
    return this.call('publicationChanges', { body: { plans } });
  }

  publishPlans(plans: readonly DraftVersion[], note: string): Observable<EditionSummary> {
    return this.call('publishPlans', { body: { plans, note } });
  }

  /** The page that a draft makes, as a shopper sees it: now, or at another moment. */
  preview(plan: PlanDocument, address: string, seen: SeenAs = {}): Observable<Preview> {
    return this.call('preview', { body: { plan, address, ...seen } });
  }

  /** What shoppers see at an address. */
  livePage(address: string): Observable<ShopModel> {
    return this.call('page', { query: { address } });
  }

  ranges(): Observable<readonly StoredRange[]> {
    return this.call('ranges');
  }

  createRange(name: string, rule: RangeRule): Observable<StoredRange> {
    return this.call('createRange', { body: { name, rule } });
  }

  saveRange(id: string, name: string, rule: RangeRule, version: number): Observable<StoredRange> {
    return this.call('saveRange', { params: { id }, body: { name, rule, version } });
  }

  deleteRange(id: string): Observable<void> {
    return this.call('deleteRange', { params: { id } });
  }

  explainRange(rule: RangeRule, address: string): Observable<Sieve> {
    return this.call('explainRange', { body: { rule, address } });
  }

  /** @param fixture A promoting shelf; the aisle's own where it is left out. */
  explainProduct(plan: Plan, address: string, sku: string, fixture?: string): Observable<ProductWhy> {
    return this.call('explainProduct', { body: { plan, address, sku, fixture } });
  }

  /** The card of a draft on the bench; null for a plan without a shelf. */
  previewCard(
    plan: Plan,
    address: string,
    show: 'card' | 'badges',
  ): Observable<{ bench: BenchModel | null }> {
    return this.call('previewCard', { body: { plan, address, show } });
  }

  explainBadges(plan: Plan, address: string): Observable<BadgeReport> {
    return this.call('explainBadges', { body: { plan, address } });
  }

  explainFacets(plan: Plan, address: string): Observable<readonly FacetAdviceRow[]> {
    return this.call('explainFacets', { body: { plan, address } });
  }

  rangeChanges(id: string): Observable<PlanChanges> {
    return this.call('rangeChanges', { params: { id } });
  }

  publishRange(id: string, version: number, note: string): Observable<EditionSummary> {
    return this.call('publishRange', { params: { id }, body: { version, note } });
  }

  collections(): Observable<readonly CollectionSummary[]> {
    return this.call('collections');
  }

  readCollection(id: number): Observable<StoredCollection> {
    return this.call('readCollection', { params: { id } });
  }

  createCollection(wish: CollectionWish): Observable<StoredCollection> {
    return this.call('createCollection', { body: wish });
  }

  saveCollection(id: number, wish: CollectionWish, version: number): Observable<StoredCollection> {
    return this.call('saveCollection', { params: { id }, body: { ...wish, version } });
  }

  deleteCollection(id: number): Observable<void> {
    return this.call('deleteCollection', { params: { id } });
  }

  /** Products by title or article number; in one aisle, or in the whole shop. */
  products(q: string, aisle: string | null): Observable<readonly ProductLine[]> {
    return this.call('products', { query: aisle === null ? { q } : { q, aisle } });
  }

  lookUpProducts(skus: readonly string[]): Observable<ProductLookup> {
    return this.call('lookUpProducts', { body: { skus } });
  }

  setFeatured(sku: string, featured: boolean): Observable<void> {
    return this.call('setFeatured', { params: { sku }, body: { featured } });
  }

  editions(): Observable<readonly EditionSummary[]> {
    return this.call('editions');
  }

  compareEditions(from: number, to: number): Observable<EditionComparison> {
    return this.call('compareEditions', { params: { number: from, with: to } });
  }

  /** Publishes what an edition held again: all of it, or some plans only. */
  publishEdition(number: number, plans: readonly string[] | null): Observable<EditionSummary> {
    return this.call('publishEdition', { params: { number }, body: { note: '', plans } });
  }

  people(): Observable<readonly User[]> {
    return this.call('people');
  }

  addPerson(person: { name: string; email: string; password: string; role: Role }): Observable<User> {
    return this.call('addPerson', { body: person });
  }

  changeRole(id: number, role: Role): Observable<User> {
    return this.call('changeRole', { params: { id }, body: { role } });
  }

  settings(): Observable<ShopSettings> {
    return this.call('settings');
  }

  removePerson(id: number): Observable<void> {
    return this.call('removePerson', { params: { id } });
  }

  resetPassword(id: number, password: string): Observable<void> {
    return this.call('resetPassword', { params: { id }, body: { password } });
  }

  endSessions(id: number): Observable<void> {
    return this.call('endSessions', { params: { id } });
  }

  changePassword(current: string, password: string): Observable<Session> {
    return this.call('changePassword', { body: { current, password } });
  }

  changeSettings(change: Partial<ShopSettings>): Observable<ShopSettings> {
    return this.call('changeSettings', { body: change });
  }

  publicationRequests(): Observable<readonly PublicationRequest[]> {
    return this.call('publicationRequests');
  }

  askToPublish(plans: readonly DraftVersion[], note: string): Observable<PublicationRequest> {
    return this.call('askToPublish', { body: { plans, note } });
  }

  askToDo(held: HeldOperation, note: string): Observable<PublicationRequest> {
    return this.call('askToPublish', { body: { held, note } });
  }

  approveRequest(id: number): Observable<EditionSummary> {
    return this.call('approveRequest', { params: { id } });
  }

  declineRequest(id: number, words: string): Observable<PublicationRequest> {
    return this.call('declineRequest', { params: { id }, body: { words } });
  }

  /** A hundred entries of the record, older than one of them where that is given. */
  activity(subject: string | null, before: number | null): Observable<readonly ActivityEntry[]> {
    return this.call('activity', {
      query: { ...(subject !== null && { subject }), ...(before !== null && { before }) },
    });
  }

  freePages(): Observable<readonly StoredFreePage[]> {
    return this.call('freePages');
  }

  readFreePage(id: number): Observable<StoredFreePage> {
    return this.call('readFreePage', { params: { id } });
  }

  createFreePage(wish: FreePageWish): Observable<StoredFreePage> {
    return this.call('createFreePage', { body: wish });
  }

  saveFreePage(id: number, wish: FreePageWish, version: number): Observable<StoredFreePage> {
    return this.call('saveFreePage', { params: { id }, body: { ...wish, version } });
  }

  deleteFreePage(id: number): Observable<void> {
    return this.call('deleteFreePage', { params: { id } });
  }

  attributes(): Observable<readonly AttributeLine[]> {
    return this.call('attributes');
  }

  changeAttribute(key: string, change: AttributeChange): Observable<AttributeLine> {
    return this.call('changeAttribute', { params: { key }, body: change });
  }

  uploadPicture(file: File): Observable<KeptPicture> {
    const form = new FormData();
    form.set('file', file);
    return this.call('uploadPicture', { form });
  }

  aisleTexts(of: WordedAisle, id: number): Observable<AisleTexts> {
    return this.call('aisleTexts', { params: { of, id } });
  }

  saveAisleTexts(of: WordedAisle, id: number, texts: AisleTexts, seen: AisleTexts): Observable<void> {
    return this.call('saveAisleTexts', { params: { of, id }, body: { ...texts, seen } });
  }

  setCategoryPicture(id: number, sku: string | null): Observable<void> {
    return this.call('setCategoryPicture', { params: { id }, body: { sku } });
  }

  focusCategoryPicture(id: number, focus: FocusPoint): Observable<void> {
    return this.call('focusCategoryPicture', { params: { id }, body: focus });
  }

  redirects(): Observable<readonly StoredRedirect[]> {
    return this.call('redirects');
  }

  createRedirect(redirect: Redirect): Observable<StoredRedirect> {
    return this.call('createRedirect', { body: redirect });
  }

  saveRedirect(id: number, redirect: Redirect): Observable<StoredRedirect> {
    return this.call('saveRedirect', { params: { id }, body: redirect });
  }

  deleteRedirect(id: number): Observable<void> {
    return this.call('deleteRedirect', { params: { id } });
  }

  testRedirect(path: string): Observable<Way> {
    return this.call('testRedirect', { query: { path } });
  }

  importRedirects(csv: string): Observable<RedirectImport> {
    return this.call('importRedirects', { body: { csv } });
  }

  importPlans(file: PlanFile, mapping: Readonly<Record<string, string | null>>): Observable<PlanImport> {
    return this.call('importPlans', { body: { file, mapping } });
  }

  campaigns(): Observable<readonly Campaign[]> {
    return this.call('campaigns');
  }

  createCampaign(
    wish: CampaignTimes & { name: string; plans: readonly DraftVersion[] },
  ): Observable<Campaign> {
    return this.call('createCampaign', { body: wish });
  }

  moveCampaign(id: string, times: CampaignTimes): Observable<Campaign> {
    return this.call('moveCampaign', { params: { id }, body: times });
  }

  endCampaign(id: string): Observable<Campaign> {
    return this.call('endCampaign', { params: { id } });
  }

  /** Reads a product file; a job's id stands for the file that the job has read. */
  importCatalogue(file: File | string, wish: ImportWish): Observable<Job> {
    const form = new FormData();
    form.set('dryRun', wish.dryRun ? '1' : '0');
    form.set('mapping', JSON.stringify(wish.mapping));
    form.set('rates', JSON.stringify(wish.rates));
    form.set('leaveOut', wish.leaveOut ? '1' : '0');
    if (typeof file === 'string') form.set('from', file);
    else form.set('file', file, file.name);
    return this.call('importCatalogue', { form });
  }

  pictures(): Observable<PictureReport> {
    return this.call('pictures');
  }

  makeRenditions(): Observable<Job> {
    return this.call('makeRenditions');
  }

  jobs(): Observable<readonly Job[]> {
    return this.call('jobs');
  }

  readJob(id: string): Observable<Job> {
    return this.call('readJob', { params: { id } });
  }
}
