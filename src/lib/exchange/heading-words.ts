/**
 * What people write above the columns of a table of debts in Spanish, French and German: in small letters, without
 * accents, words apart by one space. English is with the columns themselves.
 */
import { COLUMNS, type Field } from './debt-columns';

const listed = (words: string): readonly string[] => words.split(', ');

const SPANISH: Partial<Readonly<Record<Field, readonly string[]>>> = {
	name: listed(
		'deuda, nombre, tarjeta, prestamo, descripcion, concepto, acreedor, entidad, banco, prestamista'
	),
	creditor: listed('acreedor, entidad, banco, prestamista, nombre del acreedor'),
	account: listed(
		'cuenta, numero de cuenta, n de cuenta, no de cuenta, numero de tarjeta, referencia'
	),
	balance: listed(
		'saldo, saldo actual, saldo pendiente, saldo deudor, deuda pendiente, importe, importe pendiente, monto, monto adeudado, adeudado, capital pendiente, debe'
	),
	annualRate: listed(
		'tasa, tasa anual, tasa de interes, tasa de interes anual, interes, interes anual, tipo, tipo de interes, tae, tin'
	),
	amount: listed('pago minimo, minimo, cuota, cuota mensual, pago mensual, mensualidad, pago'),
	periods: listed('plazo, numero de pagos, cuotas, meses'),
	firstDue: listed(
		'vencimiento, fecha de vencimiento, fecha de pago, proximo pago, proximo vencimiento, dia de pago, vence'
	),
	paysAmount: listed('paga, pago actual'),
	limit: listed('limite, limite de credito, linea de credito'),
	pastDue: listed('vencido, atrasado, atrasos, importe vencido'),
	note: listed('nota, notas, comentario, comentarios, observaciones'),
	paymentsLeft: listed('pagos restantes, cuotas restantes, cuotas pendientes')
};

const FRENCH: Partial<Readonly<Record<Field, readonly string[]>>> = {
	name: listed(
		'dette, nom, carte, pret, credit, designation, libelle, creancier, preteur, banque, organisme'
	),
	creditor: listed('creancier, preteur, banque, organisme, nom du creancier'),
	account: listed('compte, numero de compte, n de compte, numero de carte, reference'),
	balance: listed(
		'solde, solde actuel, solde restant, solde du, montant, montant du, reste du, restant du, capital restant, capital restant du, encours'
	),
	annualRate: listed(
		'taux, taux annuel, taux d interet, taux d interet annuel, taux nominal, interet, interets, taeg, teg'
	),
	amount: listed(
		'paiement minimum, paiement minimal, mensualite, paiement mensuel, echeance mensuelle, versement, paiement'
	),
	periods: listed('duree, nombre de paiements, nombre de mensualites, nombre d echeances, mois'),
	firstDue: listed(
		'echeance, date d echeance, prochaine echeance, date de paiement, jour de paiement, a payer le'
	),
	paysAmount: listed('paie, paiement actuel'),
	limit: listed('plafond, limite de credit, decouvert autorise'),
	pastDue: listed('arrieres, en retard, impaye, impayes'),
	note: listed('remarque, remarques, commentaire, commentaires'),
	paymentsLeft: listed('mensualites restantes, paiements restants, echeances restantes')
};

const GERMAN: Partial<Readonly<Record<Field, readonly string[]>>> = {
	name: listed(
		'schuld, schulden, bezeichnung, karte, kreditkarte, kredit, darlehen, posten, glaubiger, kreditgeber'
	),
	creditor: listed('glaubiger, kreditgeber, name des glaubigers'),
	account: listed('konto, kontonummer, konto nr, kartennummer, aktenzeichen, vertragsnummer'),
	balance: listed(
		'saldo, betrag, restschuld, offener betrag, offen, forderung, forderungshohe, kontostand, schuldenstand, gesamtforderung'
	),
	annualRate: listed(
		'zins, zinsen, zinssatz, sollzins, sollzinssatz, effektivzins, jahreszins, effektiver jahreszins, zins p a, zinsen p a, zinssatz p a'
	),
	amount: listed(
		'mindestrate, mindestzahlung, mindestbetrag, rate, monatsrate, monatliche rate, monatliche zahlung'
	),
	periods: listed('laufzeit, laufzeit in monaten, anzahl raten, anzahl der raten, raten, monate'),
	firstDue: listed(
		'fallig, fallig am, falligkeit, falligkeitsdatum, nachste falligkeit, nachste rate, zahltag'
	),
	paysAmount: listed('zahlt, aktuelle rate, zahlung'),
	limit: listed('kreditrahmen, kreditlimit, rahmen, verfugungsrahmen'),
	pastDue: listed('ruckstand, ruckstande, uberfallig, verzug'),
	note: listed('notiz, notizen, bemerkung, bemerkungen, anmerkung, anmerkungen, kommentar'),
	paymentsLeft: listed('restraten, verbleibende raten, restlaufzeit')
};

/** The meanings of columns in order of priority, each with all its known headings. */
export const HEADINGS: readonly { readonly field: Field; readonly words: readonly string[] }[] =
	COLUMNS.map(({ field, known }) => ({
		field,
		words: [known, ...[SPANISH, FRENCH, GERMAN].map((words) => words[field] ?? [])].flat()
	}));

/** A heading without signs, accents and what is in brackets: `Min. payment (USD)` is `min payment`, `Fällig` is `fallig`. */
export const meaningOf = (heading: string): string =>
	heading
		.toLowerCase()
		.normalize('NFD')
		.replace(/\p{M}/gu, '')
		.replace(/\(.*?\)/g, ' ')
		.replace(/[^\p{L}\p{N}]+/gu, ' ')
		.trim();

/** Words for a total, in a cell of its own. */
const TOTAL =
	/^(grand |sub|sub |gran |sous |zwischen)?(totals?|totales|totaux|sums?|sumas?|somme|summe|gesamt|gesamtsumme|gesamtbetrag|insgesamt)( (of|de|des|du|der))?( (all|todo|todas|general|tout|aller))?( (owed|debts?|balances?|deudas?|dettes?|schulden))?$/;

export const isTotal = (cell: string): boolean => TOTAL.test(meaningOf(cell));
