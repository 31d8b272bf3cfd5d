/** The household of the reference cases of plans, as documents have it. */
import { amount, card, interestPlus, share } from './debts';

const monthly = { firstDue: '2027-01-15' };

export function referenceHousehold() {
	return [
		card({ ...monthly, required: interestPlus(10_000, 2_500, 100) }),
		card({
			...monthly,
			name: 'Pellan Stores card',
			balance: 96_140,
			annualRate: 299_900,
			required: share(30_000, 2_500)
		}),
		card({
			...monthly,
			name: 'Marrowby card',
			balance: 278_416,
			annualRate: 189_000,
			required: share(25_000, 3_000)
		}),
		card({
			...monthly,
			name: 'Dental plan',
			balance: 164_400,
			annualRate: 0,
			required: amount(13_700)
		}),
		card({
			...monthly,
			name: 'Sandpiper van loan',
			balance: 1_145_000,
			annualRate: 89_000,
			required: {
				kind: 'level',
				periods: 48,
				payment: null,
				balloon: 0,
				roundPayment: 'nearest',
				atTerm: 'settle'
			}
		})
	];
}
