import { Injectable } from '@angular/core';
import {
  type AisleTexts,
  type BlendInput,
  type BlendQuestion,
  type AttributeChange,
  type CampaignTimes,
  type Repetition,
  type CollectionInput,
  type DesignFile,
  type DesignInput,
  type DraftVersion,
  type FirstOwner,
  type FreePageInput,
  type HeirsFate,
  type PlanBeginning,
  type PlanFile,
  type HeldOperation,
  type RangeQuestion,
  type Role,
  type ShopSettings,
  type WordedAisle,
  type TogetherInput,
} from '@fond/contract';
import type { Fixture, PlanDocument, RangeRule, Reach, FocusPoint } from '@fond/core';
import { Calls } from './calls';
import { fileForm } from './fileForm';

/** When and by whom a page is seen: another moment than now, the shopper's number, and whether they have signed in. */
export interface SeenAs {
  at?: string;
  part?: number;
  signedIn?: boolean;
}

/** The server, one method per operation. */
@Injectable({ providedIn: 'root' })
export class Api extends Calls {
  whoAmI() {
    return this.call('whoAmI');
  }

  signInHelp() {
    return this.call('signInHelp');
  }

  makeOwner(owner: FirstOwner) {
    return this.call('makeOwner', { body: owner });
  }

  fillWithDemo() {
    return this.call('fillWithDemo');
  }

  renewHousePlan() {
    return this.call('renewHousePlan');
  }

  signIn(email: string, password: string) {
    return this.call('signIn', { body: { email, password } });
  }

  signOut() {
    return this.call('signOut');
  }

  floor() {
    return this.call('floor');
  }

  vocabulary() {
    return this.call('vocabulary');
  }

  plans() {
    return this.call('plans');
  }

  parts() {
    return this.call('parts');
  }

  createPart(name: string, fixtures: readonly Fixture[]) {
    return this.call('createPart', { body: { name, fixtures } });
  }

  createPlan(name: string, reach: Reach, from: string, as: PlanBeginning) {
    return this.call('createPlan', { body: { name, reach, from, as } });
  }

  readPlan(id: string) {
    return this.call('readPlan', { params: { id } });
  }

  savePlan(plan: PlanDocument, version: number) {
    return this.call('savePlan', { params: { id: plan.id }, body: { plan, version } });
  }

  rebasePlan(id: string, base: string | null, keep: HeirsFate, version: number) {
    return this.call('rebasePlan', { params: { id }, body: { base, keep, version } });
  }

  notePlan(id: string, note: string) {
    return this.call('notePlan', { params: { id }, body: { note } });
  }

  /** Says that somebody has the plan open; answers with the names of the others who have. */
  bePresent(id: string) {
    return this.call('presence', { params: { id } });
  }

  planWithdrawal(id: string) {
    return this.call('planWithdrawal', { params: { id } });
  }

  removePlan(id: string, standing: 'aside' | 'deleted', heirs: HeirsFate | null) {
    return this.call('removePlan', {
      params: { id },
      body: {
        standing,
        heirs,
      },
    });
  }

  restorePlan(id: string) {
    return this.call('restorePlan', { params: { id } });
  }

  changeTogether(asked: TogetherInput) {
    return this.call('changeTogether', { body: asked });
  }

  undoTogether(id: string) {
    return this.call('undoTogether', { params: { id } });
  }

  publicationChanges(plans: readonly string[]) {
    return this.call('publicationChanges', { body: { plans } });
  }

  publishPlans(plans: readonly DraftVersion[], note: string) {
    return this.call('publishPlans', { body: { plans, note } });
  }

  /** The page that a draft makes, as a shopper sees it: now, or at another moment. */
  preview(plan: PlanDocument, address: string, seen: SeenAs = {}) {
    return this.call('preview', { body: { plan, address, ...seen } });
  }

  /** What shoppers see at an address. */
  livePage(address: string) {
    return this.call('page', { query: { address } });
  }

  ranges() {
    return this.call('ranges');
  }

  createRange(name: string, rule: RangeRule) {
    return this.call('createRange', { body: { name, rule } });
  }

  saveRange(id: string, name: string, rule: RangeRule, version: number) {
    return this.call('saveRange', { params: { id }, body: { name, rule, version } });
  }

  deleteRange(id: string) {
    return this.call('deleteRange', { params: { id } });
  }

  rangeProducts(question: RangeQuestion) {
    return this.call('rangeProducts', { body: question });
  }

  blends() {
    return this.call('blends');
  }

  createBlend(input: BlendInput) {
    return this.call('createBlend', { body: input });
  }

  saveBlend(id: string, input: BlendInput, version: number) {
    return this.call('saveBlend', { params: { id }, body: { ...input, version } });
  }

  deleteBlend(id: string) {
    return this.call('deleteBlend', { params: { id } });
  }

  blendChanges(id: string) {
    return this.call('blendChanges', { params: { id } });
  }

  publishBlend(id: string, version: number, note: string) {
    return this.call('publishBlend', { params: { id }, body: { version, note } });
  }

  tryBlend(question: BlendQuestion) {
    return this.call('tryBlend', { body: question });
  }

  /** The card of a draft on the bench; null for a plan without a shelf. */
  /** @param sku The one product whose card is looked at, in place of those that `show` finds. */
  previewCard(plan: PlanDocument, address: string, show: 'card' | 'badges' | 'product', sku?: string) {
    return this.call('previewCard', { body: { plan, address, show, ...(sku !== undefined && { sku }) } });
  }

  rangeChanges(id: string) {
    return this.call('rangeChanges', { params: { id } });
  }

  publishRange(id: string, version: number, note: string) {
    return this.call('publishRange', { params: { id }, body: { version, note } });
  }

  collections() {
    return this.call('collections');
  }

  readCollection(id: number) {
    return this.call('readCollection', { params: { id } });
  }

  createCollection(wish: CollectionInput) {
    return this.call('createCollection', { body: wish });
  }

  saveCollection(id: number, wish: CollectionInput, version: number) {
    return this.call('saveCollection', { params: { id }, body: { ...wish, version } });
  }

  deleteCollection(id: number) {
    return this.call('deleteCollection', { params: { id } });
  }

  /** Products by title or article number; in one aisle, or in the whole shop. */
  products(q: string, aisle: string | null) {
    return this.call('products', { query: aisle === null ? { q } : { q, aisle } });
  }

  lookUpProducts(skus: readonly string[]) {
    return this.call('lookUpProducts', { body: { skus } });
  }

  setFeatured(sku: string, featured: boolean) {
    return this.call('setFeatured', { params: { sku }, body: { featured } });
  }

  editions() {
    return this.call('editions');
  }

  /** Publishes what an edition held again: all of it, or some plans only. */
  publishEdition(number: number, plans: readonly string[] | null) {
    return this.call('publishEdition', { params: { number }, body: { note: '', plans } });
  }

  people() {
    return this.call('people');
  }

  addPerson(person: { name: string; email: string; password: string; role: Role }) {
    return this.call('addPerson', { body: person });
  }

  changeRole(id: number, role: Role) {
    return this.call('changeRole', { params: { id }, body: { role } });
  }

  settings() {
    return this.call('settings');
  }

  removePerson(id: number) {
    return this.call('removePerson', { params: { id } });
  }

  resetPassword(id: number, password: string) {
    return this.call('resetPassword', { params: { id }, body: { password } });
  }

  endSessions(id: number) {
    return this.call('endSessions', { params: { id } });
  }

  changePassword(current: string, password: string) {
    return this.call('changePassword', { body: { current, password } });
  }

  changeSettings(change: Partial<ShopSettings>) {
    return this.call('changeSettings', { body: change });
  }

  publicationRequests() {
    return this.call('publicationRequests');
  }

  askToPublish(plans: readonly DraftVersion[], note: string) {
    return this.call('askToPublish', { body: { plans, note } });
  }

  askToDo(held: HeldOperation, note: string) {
    return this.call('askToPublish', { body: { held, note } });
  }

  approveRequest(id: number) {
    return this.call('approveRequest', { params: { id } });
  }

  declineRequest(id: number, words: string) {
    return this.call('declineRequest', { params: { id }, body: { words } });
  }

  /** A hundred entries of the record, older than one of them where that is given. */
  activity(subject: string | null, before: number | null) {
    return this.call('activity', {
      query: { ...(subject !== null && { subject }), ...(before !== null && { before }) },
    });
  }

  freePages() {
    return this.call('freePages');
  }

  readFreePage(id: number) {
    return this.call('readFreePage', { params: { id } });
  }

  createFreePage(wish: FreePageInput) {
    return this.call('createFreePage', { body: wish });
  }

  saveFreePage(id: number, wish: FreePageInput, version: number) {
    return this.call('saveFreePage', { params: { id }, body: { ...wish, version } });
  }

  deleteFreePage(id: number) {
    return this.call('deleteFreePage', { params: { id } });
  }

  attributes() {
    return this.call('attributes');
  }

  changeAttribute(key: string, change: AttributeChange) {
    return this.call('changeAttribute', { params: { key }, body: change });
  }

  uploadPicture(file: File) {
    const form = new FormData();
    form.set('file', file);
    return this.call('uploadPicture', { form });
  }

  aisleTexts(of: WordedAisle, id: number) {
    return this.call('aisleTexts', { params: { of, id } });
  }

  saveAisleTexts(of: WordedAisle, id: number, texts: AisleTexts, seen: AisleTexts) {
    return this.call('saveAisleTexts', { params: { of, id }, body: { ...texts, seen } });
  }

  setCategoryPicture(id: number, sku: string | null, source?: string) {
    return this.call('setCategoryPicture', { params: { id }, body: { sku, source } });
  }

  focusCategoryPicture(id: number, focus: FocusPoint) {
    return this.call('focusCategoryPicture', { params: { id }, body: focus });
  }

  designs() {
    return this.call('designs');
  }

  keepDesign({ name, about, content }: DesignInput) {
    return this.call('keepDesign', { body: { name, about, content } });
  }

  renameDesign(id: number, words: Pick<DesignInput, 'name' | 'about'>) {
    return this.call('renameDesign', { params: { id }, body: words });
  }

  deleteDesign(id: number) {
    return this.call('deleteDesign', { params: { id } });
  }

  importDesign(file: DesignFile) {
    return this.call('importDesign', { body: file });
  }

  fonts() {
    return this.call('fonts');
  }

  keepFont(file: File, licence: string) {
    return this.call('keepFont', { form: fileForm(file, { licence }) });
  }

  putFontAway(id: string, away: boolean) {
    return this.call('putFontAway', { params: { id }, body: { away } });
  }

  importPlans(file: PlanFile, mapping: Readonly<Record<string, string | null>>) {
    return this.call('importPlans', { body: { file, mapping } });
  }

  campaigns() {
    return this.call('campaigns');
  }

  repeatCampaign(id: string, repetition: Repetition) {
    return this.call('repeatCampaign', { params: { id }, body: repetition });
  }

  /** What begins or ends by itself between two days besides campaigns. */
  calendar(from: string, to: string) {
    return this.call('calendar', { query: { from, to } });
  }

  createCampaign(wish: CampaignTimes & { name: string; plans: readonly DraftVersion[] }) {
    return this.call('createCampaign', { body: wish });
  }

  moveCampaign(id: string, times: CampaignTimes) {
    return this.call('moveCampaign', { params: { id }, body: times });
  }

  endCampaign(id: string) {
    return this.call('endCampaign', { params: { id } });
  }

  pictures() {
    return this.call('pictures');
  }

  makeRenditions() {
    return this.call('makeRenditions');
  }

  jobs() {
    return this.call('jobs');
  }

  readJob(id: string) {
    return this.call('readJob', { params: { id } });
  }
}
