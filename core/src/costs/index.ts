export { type Costs, costsOf, lightForMoney, sayCosts, sayMoney } from './costs.ts';
