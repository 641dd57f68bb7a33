export {
  againstPublished,
  type ContentList,
  ContentListSchema,
  type ListLine,
  NEAREST,
  needOfLists,
  offersOfList,
  plainLine,
  priceCheck,
  pricedLines,
  unitsOfList,
} from './contentList.ts';
export { boughtFor, buyingNeed, lessOnOrder, withMinimums } from './need.ts';
export {
  type BuyingProblem,
  BuyingProblemSchema,
  emptyBook,
  type Offer,
  type OfferBook,
  OfferBookSchema,
  OfferSchema,
  offeredPrices,
  type SupplierTerms,
  SupplierTermsSchema,
} from './offers.ts';
export {
  belowMinimum,
  noMinimums,
  type Order,
  type OrderLine,
  OrderSchema,
  onOrder,
  openUnits,
  orderFaults,
  orderFromPlan,
  type StoresMinimums,
  StoresMinimumsSchema,
} from './order.ts';
export { type BuyingPlan, buyingPlan, type Solver } from './plan.ts';
export { allocatedMinor, crewShares, type Wanted } from './shares.ts';
export { withFeed } from './supplierFeed.ts';
