/** An account's statement as OFX 2. */
import { ledgerOf } from './ledger.mjs';

const TYPES = { payment: 'PAYMENT', purchase: 'DEBIT', fee: 'FEE', interest: 'INT' };

/**
 * @param {import('./ledger.mjs').Life} life
 * @param {string} until
 * @param {number} [wrongBy] what a creditor that lies leaves off the balance, in minor units
 */
export function statementOf(life, until, wrongBy = 0) {
	const { entries, owed } = ledgerOf(life, until);
	const said = Math.max(0, owed - wrongBy);
	const transactions = entries
		.map(
			({ id, day, kind, amount, text }) => `
            <STMTTRN><TRNTYPE>${TYPES[kind]}</TRNTYPE><DTPOSTED>${plain(day)}</DTPOSTED><TRNAMT>${decimal(
							kind === 'payment' ? amount : -amount
						)}</TRNAMT><FITID>${id}</FITID><NAME>${escaped(text)}</NAME></STMTTRN>`
		)
		.join('');
	const available =
		life.limit === undefined
			? ''
			: `
          <AVAILBAL><BALAMT>${decimal(Math.max(0, life.limit - said))}</BALAMT><DTASOF>${plain(until)}</DTASOF></AVAILBAL>`;
	return `<?xml version="1.0" encoding="UTF-8" standalone="no"?>
<?OFX OFXHEADER="200" VERSION="220" SECURITY="NONE" OLDFILEUID="NONE" NEWFILEUID="NONE"?>
<OFX>
  <SIGNONMSGSRSV1>
    <SONRS>
      <STATUS><CODE>0</CODE><SEVERITY>INFO</SEVERITY></STATUS>
      <DTSERVER>${plain(until)}</DTSERVER><LANGUAGE>ENG</LANGUAGE>
      <FI><ORG>${escaped(life.creditor)}</ORG></FI>
    </SONRS>
  </SIGNONMSGSRSV1>
  <CREDITCARDMSGSRSV1>
    <CCSTMTTRNRS>
      <TRNUID>0</TRNUID>
      <STATUS><CODE>0</CODE><SEVERITY>INFO</SEVERITY></STATUS>
      <CCSTMTRS>
        <CURDEF>${life.currency}</CURDEF>
        <CCACCTFROM><ACCTID>${life.id}</ACCTID></CCACCTFROM>
        <BANKTRANLIST>
          <DTSTART>${plain(life.opened)}</DTSTART><DTEND>${plain(until)}</DTEND>${transactions}
        </BANKTRANLIST>
        <LEDGERBAL><BALAMT>${decimal(-said)}</BALAMT><DTASOF>${plain(until)}</DTASOF></LEDGERBAL>${available}
      </CCSTMTRS>
    </CCSTMTTRNRS>
  </CREDITCARDMSGSRSV1>
</OFX>
`;
}

/** @param {string} day */
const plain = (day) => day.replaceAll('-', '');

/** @param {number} amount */
const decimal = (amount) => (amount / 100).toFixed(2);

/** @param {string} text */
const escaped = (text) =>
	text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');
