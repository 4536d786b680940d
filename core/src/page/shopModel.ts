import type { BenchModel } from './benchModel';
import type { PageModel, ProductModel, ReviewsPageModel } from './pageModel';
import type { AccountModel, CartModel, CompareModel, MissingModel } from './plainModels';

/** Whatever stands at an address of the shop, or in the desk's window. */
export type ShopModel =
  | PageModel
  | ProductModel
  | MissingModel
  | AccountModel
  | CartModel
  | CompareModel
  | BenchModel
  | ReviewsPageModel;
