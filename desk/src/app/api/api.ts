import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Observable } from 'rxjs';
import type {
  CollectionSummary,
  CollectionWish,
  DemoSignIn,
  EditionSummary,
  FacetAdviceRow,
  Floor,
  ImportMapping,
  Job,
  PlanChanges,
  Preview,
  ProductLine,
  ProductLookup,
  ProductWhy,
  Session,
  StoredCollection,
  StoredPlan,
  StoredRange,
  Vocabulary,
} from '@fond/contract';
import type { Plan, RangeRule, Reach, ShopModel, Sieve } from '@fond/core';

/** The server, one method per operation. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  whoAmI(): Observable<Session> {
    return this.http.get<Session>('/api/session');
  }

  demoSignIn(): Observable<DemoSignIn> {
    return this.http.get<DemoSignIn>('/api/session/demo');
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

  createPlan(name: string, reach: Reach, from: string): Observable<StoredPlan> {
    return this.http.post<StoredPlan>('/api/plans', { name, reach, from });
  }

  readPlan(id: string): Observable<StoredPlan> {
    return this.http.get<StoredPlan>(`/api/plans/${id}`);
  }

  savePlan(plan: Plan, version: number): Observable<StoredPlan> {
    return this.http.put<StoredPlan>(`/api/plans/${plan.id}`, { plan, version });
  }

  discardPlan(id: string): Observable<void> {
    return this.http.delete<void>(`/api/plans/${id}`);
  }

  planChanges(id: string): Observable<PlanChanges> {
    return this.http.get<PlanChanges>(`/api/plans/${id}/changes`);
  }

  publishPlan(id: string, version: number, note: string): Observable<EditionSummary> {
    return this.http.post<EditionSummary>(`/api/plans/${id}/publish`, { version, note });
  }

  preview(plan: Plan, address: string): Observable<Preview> {
    return this.http.post<Preview>('/api/preview', { plan, address });
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

  explainProduct(plan: Plan, address: string, sku: string): Observable<ProductWhy> {
    return this.http.post<ProductWhy>('/api/explain/product', { plan, address, sku });
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

  publishEdition(number: number, note: string): Observable<EditionSummary> {
    return this.http.post<EditionSummary>(`/api/editions/${number}/publish`, { note });
  }

  importCatalogue(file: File, dryRun: boolean, mapping: ImportMapping): Observable<Job> {
    const form = new FormData();
    form.set('dryRun', dryRun ? '1' : '0');
    form.set('mapping', JSON.stringify(mapping));
    form.set('file', file);
    return this.http.post<Job>('/api/catalogue/import', form);
  }

  jobs(): Observable<Job[]> {
    return this.http.get<Job[]>('/api/jobs');
  }

  readJob(id: string): Observable<Job> {
    return this.http.get<Job>(`/api/jobs/${id}`);
  }
}
