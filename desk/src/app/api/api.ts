import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Observable } from 'rxjs';
import type {
  ActivityEntry,
  AisleTexts,
  AttributeChange,
  AttributeLine,
  Campaign,
  CampaignTimes,
  CollectionSummary,
  CollectionWish,
  DraftVersion,
  EditionComparison,
  EditionSummary,
  BadgeReport,
  FacetAdviceRow,
  Floor,
  FreePageWish,
  HeirsFate,
  ImportMapping,
  Job,
  KeptPicture,
  PlanBeginning,
  PlanChanges,
  PlanFile,
  PlanImport,
  PartSummary,
  PictureReport,
  PlanSummary,
  Preview,
  ProductLine,
  ProductLookup,
  ProductWhy,
  HeldOperation,
  PublicationRequest,
  RedirectImport,
  Role,
  Session,
  ShopSettings,
  SignInHelp,
  StoredCollection,
  StoredFreePage,
  StoredPlan,
  StoredRange,
  StoredRedirect,
  User,
  Vocabulary,
  Withdrawal,
  WordedAisle,
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

/** The server, one method per operation. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  whoAmI(): Observable<Session> {
    return this.http.get<Session>('/api/session');
  }

  signInHelp(): Observable<SignInHelp> {
    return this.http.get<SignInHelp>('/api/session/help');
  }

  signIn(email: string, password: string): Observable<Session> {
    return this.http.post<Session>('/api/session', { email, password });
  }

  signOut(): Observable<void> {
    return this.http.delete<void>('/api/session');
  }

  floor(): Observable<Floor> {
    return this.http.get<Floor>('/api/floor');
  }

  vocabulary(): Observable<Vocabulary> {
    return this.http.get<Vocabulary>('/api/catalogue/vocabulary');
  }

  plans(): Observable<PlanSummary[]> {
    return this.http.get<PlanSummary[]>('/api/plans');
  }

  parts(): Observable<PartSummary[]> {
    return this.http.get<PartSummary[]>('/api/parts');
  }

  createPart(name: string, fixtures: readonly Fixture[]): Observable<StoredPlan> {
    return this.http.post<StoredPlan>('/api/parts', { name, fixtures });
  }

  createPlan(name: string, reach: Reach, from: string, as: PlanBeginning): Observable<StoredPlan> {
    return this.http.post<StoredPlan>('/api/plans', { name, reach, from, as });
  }

  readPlan(id: string): Observable<StoredPlan> {
    return this.http.get<StoredPlan>(`/api/plans/${id}`);
  }

  savePlan(plan: PlanDocument, version: number): Observable<StoredPlan> {
    return this.http.put<StoredPlan>(`/api/plans/${plan.id}`, { plan, version });
  }

  rebasePlan(id: string, base: string | null, keep: HeirsFate, version: number): Observable<StoredPlan> {
    return this.http.put<StoredPlan>(`/api/plans/${id}/base`, { base, keep, version });
  }

  notePlan(id: string, note: string): Observable<StoredPlan> {
    return this.http.put<StoredPlan>(`/api/plans/${id}/note`, { note });
  }

  /** Says that somebody has the plan open; answers with the names of the others who have. */
  bePresent(id: string): Observable<readonly string[]> {
    return this.http.post<readonly string[]>(`/api/plans/${id}/presence`, {});
  }

  planWithdrawal(id: string): Observable<Withdrawal> {
    return this.http.get<Withdrawal>(`/api/plans/${id}/withdrawal`);
  }

  removePlan(
    id: string,
    standing: 'aside' | 'deleted',
    heirs: HeirsFate | null,
  ): Observable<{ edition: EditionSummary | null }> {
    return this.http.post<{ edition: EditionSummary | null }>(`/api/plans/${id}/removal`, {
      standing,
      heirs,
    });
  }

  restorePlan(id: string): Observable<StoredPlan> {
    return this.http.post<StoredPlan>(`/api/plans/${id}/restore`, {});
  }

  publicationChanges(plans: readonly string[]): Observable<PlanChanges> {
    return this.http.post<PlanChanges>('/api/publications/changes', { plans });
  }

  publishPlans(plans: readonly DraftVersion[], note: string): Observable<EditionSummary> {
    return this.http.post<EditionSummary>('/api/publications', { plans, note });
  }

  /** The page that a draft makes, as a shopper sees it: now, or at another moment. */
  preview(plan: PlanDocument, address: string, seen: SeenAs = {}): Observable<Preview> {
    return this.http.post<Preview>('/api/preview', { plan, address, ...seen });
  }

  /** What shoppers see at an address. */
  livePage(address: string): Observable<ShopModel> {
    return this.http.get<ShopModel>('/api/shop/page', { params: { address } });
  }

  ranges(): Observable<StoredRange[]> {
    return this.http.get<StoredRange[]>('/api/ranges');
  }

  createRange(name: string, rule: RangeRule): Observable<StoredRange> {
    return this.http.post<StoredRange>('/api/ranges', { name, rule });
  }

  saveRange(id: string, name: string, rule: RangeRule, version: number): Observable<StoredRange> {
    return this.http.put<StoredRange>(`/api/ranges/${id}`, { name, rule, version });
  }

  deleteRange(id: string): Observable<void> {
    return this.http.delete<void>(`/api/ranges/${id}`);
  }

  explainRange(rule: RangeRule, address: string): Observable<Sieve> {
    return this.http.post<Sieve>('/api/explain/range', { rule, address });
  }

  /** @param fixture A promoting shelf; the aisle's own where it is left out. */
  explainProduct(plan: Plan, address: string, sku: string, fixture?: string): Observable<ProductWhy> {
    return this.http.post<ProductWhy>('/api/explain/product', { plan, address, sku, fixture });
  }

  /** The card of a draft on the bench; null for a plan without a shelf. */
  previewCard(
    plan: Plan,
    address: string,
    show: 'card' | 'badges',
  ): Observable<{ bench: BenchModel | null }> {
    return this.http.post<{ bench: BenchModel | null }>('/api/preview/card', { plan, address, show });
  }

  explainBadges(plan: Plan, address: string): Observable<BadgeReport> {
    return this.http.post<BadgeReport>('/api/explain/badges', { plan, address });
  }

  explainFacets(plan: Plan, address: string): Observable<FacetAdviceRow[]> {
    return this.http.post<FacetAdviceRow[]>('/api/explain/facets', { plan, address });
  }

  rangeChanges(id: string): Observable<PlanChanges> {
    return this.http.get<PlanChanges>(`/api/ranges/${id}/changes`);
  }

  publishRange(id: string, version: number, note: string): Observable<EditionSummary> {
    return this.http.post<EditionSummary>(`/api/ranges/${id}/publish`, { version, note });
  }

  collections(): Observable<CollectionSummary[]> {
    return this.http.get<CollectionSummary[]>('/api/collections');
  }

  readCollection(id: number): Observable<StoredCollection> {
    return this.http.get<StoredCollection>(`/api/collections/${id}`);
  }

  createCollection(wish: CollectionWish): Observable<StoredCollection> {
    return this.http.post<StoredCollection>('/api/collections', wish);
  }

  saveCollection(id: number, wish: CollectionWish, version: number): Observable<StoredCollection> {
    return this.http.put<StoredCollection>(`/api/collections/${id}`, { ...wish, version });
  }

  deleteCollection(id: number): Observable<void> {
    return this.http.delete<void>(`/api/collections/${id}`);
  }

  /** Products by title or article number; in one aisle, or in the whole shop. */
  products(q: string, aisle: string | null): Observable<ProductLine[]> {
    return this.http.get<ProductLine[]>('/api/catalogue/products', {
      params: aisle === null ? { q } : { q, aisle },
    });
  }

  lookUpProducts(skus: readonly string[]): Observable<ProductLookup> {
    return this.http.post<ProductLookup>('/api/catalogue/products/lookup', { skus });
  }

  setFeatured(sku: string, featured: boolean): Observable<void> {
    return this.http.put<void>(`/api/catalogue/products/${encodeURIComponent(sku)}/featured`, { featured });
  }

  editions(): Observable<EditionSummary[]> {
    return this.http.get<EditionSummary[]>('/api/editions');
  }

  compareEditions(from: number, to: number): Observable<EditionComparison> {
    return this.http.get<EditionComparison>(`/api/editions/${from}/compared/${to}`);
  }

  /** Publishes what an edition held again: all of it, or some plans only. */
  publishEdition(number: number, plans: readonly string[] | null): Observable<EditionSummary> {
    return this.http.post<EditionSummary>(`/api/editions/${number}/publish`, { note: '', plans });
  }

  people(): Observable<User[]> {
    return this.http.get<User[]>('/api/people');
  }

  addPerson(person: { name: string; email: string; password: string; role: Role }): Observable<User> {
    return this.http.post<User>('/api/people', person);
  }

  changeRole(id: number, role: Role): Observable<User> {
    return this.http.put<User>(`/api/people/${id}/role`, { role });
  }

  settings(): Observable<ShopSettings> {
    return this.http.get<ShopSettings>('/api/settings');
  }

  removePerson(id: number): Observable<void> {
    return this.http.delete<void>(`/api/people/${id}`);
  }

  resetPassword(id: number, password: string): Observable<void> {
    return this.http.put<void>(`/api/people/${id}/password`, { password });
  }

  endSessions(id: number): Observable<void> {
    return this.http.delete<void>(`/api/people/${id}/sessions`);
  }

  changePassword(current: string, password: string): Observable<Session> {
    return this.http.put<Session>('/api/session/password', { current, password });
  }

  changeSettings(change: Partial<ShopSettings>): Observable<ShopSettings> {
    return this.http.put<ShopSettings>('/api/settings', change);
  }

  publicationRequests(): Observable<PublicationRequest[]> {
    return this.http.get<PublicationRequest[]>('/api/publications/requests');
  }

  askToPublish(plans: readonly DraftVersion[], note: string): Observable<PublicationRequest> {
    return this.http.post<PublicationRequest>('/api/publications/requests', { plans, note });
  }

  askToDo(held: HeldOperation, note: string): Observable<PublicationRequest> {
    return this.http.post<PublicationRequest>('/api/publications/requests', { held, note });
  }

  approveRequest(id: number): Observable<EditionSummary> {
    return this.http.post<EditionSummary>(`/api/publications/requests/${id}/approve`, {});
  }

  declineRequest(id: number, words: string): Observable<PublicationRequest> {
    return this.http.post<PublicationRequest>(`/api/publications/requests/${id}/decline`, { words });
  }

  /** A hundred entries of the record, older than one of them where that is given. */
  activity(subject: string | null, before: number | null): Observable<ActivityEntry[]> {
    return this.http.get<ActivityEntry[]>('/api/activity', {
      params: { ...(subject !== null && { subject }), ...(before !== null && { before }) },
    });
  }

  freePages(): Observable<StoredFreePage[]> {
    return this.http.get<StoredFreePage[]>('/api/pages');
  }

  readFreePage(id: number): Observable<StoredFreePage> {
    return this.http.get<StoredFreePage>(`/api/pages/${id}`);
  }

  createFreePage(wish: FreePageWish): Observable<StoredFreePage> {
    return this.http.post<StoredFreePage>('/api/pages', wish);
  }

  saveFreePage(id: number, wish: FreePageWish, version: number): Observable<StoredFreePage> {
    return this.http.put<StoredFreePage>(`/api/pages/${id}`, { ...wish, version });
  }

  deleteFreePage(id: number): Observable<void> {
    return this.http.delete<void>(`/api/pages/${id}`);
  }

  attributes(): Observable<AttributeLine[]> {
    return this.http.get<AttributeLine[]>('/api/catalogue/attributes');
  }

  changeAttribute(key: string, change: AttributeChange): Observable<AttributeLine> {
    return this.http.put<AttributeLine>(`/api/catalogue/attributes/${encodeURIComponent(key)}`, change);
  }

  uploadPicture(file: File): Observable<KeptPicture> {
    const form = new FormData();
    form.set('file', file);
    return this.http.post<KeptPicture>('/api/pictures', form);
  }

  aisleTexts(of: WordedAisle, id: number): Observable<AisleTexts> {
    return this.http.get<AisleTexts>(`/api/catalogue/texts/${of}/${id}`);
  }

  saveAisleTexts(of: WordedAisle, id: number, texts: AisleTexts, seen: AisleTexts): Observable<void> {
    return this.http.put<void>(`/api/catalogue/texts/${of}/${id}`, { ...texts, seen });
  }

  setCategoryPicture(id: number, sku: string | null): Observable<void> {
    return this.http.put<void>(`/api/catalogue/categories/${id}/picture`, { sku });
  }

  focusCategoryPicture(id: number, focus: FocusPoint): Observable<void> {
    return this.http.put<void>(`/api/catalogue/categories/${id}/picture/focus`, focus);
  }

  redirects(): Observable<StoredRedirect[]> {
    return this.http.get<StoredRedirect[]>('/api/redirects');
  }

  createRedirect(redirect: Redirect): Observable<StoredRedirect> {
    return this.http.post<StoredRedirect>('/api/redirects', redirect);
  }

  saveRedirect(id: number, redirect: Redirect): Observable<StoredRedirect> {
    return this.http.put<StoredRedirect>(`/api/redirects/${id}`, redirect);
  }

  deleteRedirect(id: number): Observable<void> {
    return this.http.delete<void>(`/api/redirects/${id}`);
  }

  testRedirect(path: string): Observable<Way> {
    return this.http.get<Way>('/api/redirects/test', { params: { path } });
  }

  importRedirects(csv: string): Observable<RedirectImport> {
    return this.http.post<RedirectImport>('/api/redirects/import', { csv });
  }

  importPlans(file: PlanFile, mapping: Readonly<Record<string, string | null>>): Observable<PlanImport> {
    return this.http.post<PlanImport>('/api/import/plans', { file, mapping });
  }

  campaigns(): Observable<Campaign[]> {
    return this.http.get<Campaign[]>('/api/campaigns');
  }

  createCampaign(
    wish: CampaignTimes & { name: string; plans: readonly DraftVersion[] },
  ): Observable<Campaign> {
    return this.http.post<Campaign>('/api/campaigns', wish);
  }

  moveCampaign(id: string, times: CampaignTimes): Observable<Campaign> {
    return this.http.put<Campaign>(`/api/campaigns/${id}`, times);
  }

  endCampaign(id: string): Observable<Campaign> {
    return this.http.post<Campaign>(`/api/campaigns/${id}/end`, {});
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
    return this.http.post<Job>('/api/catalogue/import', form);
  }

  pictures(): Observable<PictureReport> {
    return this.http.get<PictureReport>('/api/pictures');
  }

  makeRenditions(): Observable<Job> {
    return this.http.post<Job>('/api/pictures/renditions', {});
  }

  jobs(): Observable<Job[]> {
    return this.http.get<Job[]>('/api/jobs');
  }

  readJob(id: string): Observable<Job> {
    return this.http.get<Job>(`/api/jobs/${id}`);
  }
}
