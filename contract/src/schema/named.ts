/** A plan, or anything else that has an id and a name. */
export interface NamedPlan {
  id: string;
  name: string;
}
