/** Files as other people make them. */
import ExcelJS from 'exceljs';

/** A workbook with a title, an empty row, headings of its own words, a total, and amounts and rates of every kind. */
export async function handMadeWorkbook(): Promise<Uint8Array> {
	const workbook = new ExcelJS.Workbook();
	const sheet = workbook.addWorksheet('What we owe');
	sheet.addRow(['Our debts, autumn']);
	sheet.addRow([]);
	sheet.addRow(['Creditor', 'Owed', 'APR', 'Min. payment', 'Due']);
	sheet.addRow(['Quillmark card', 4182.36, 0.2249, 121, new Date('2027-01-15T00:00:00Z')]);
	sheet.addRow(['Gansey & Oar', '$2,784.16', 0.229, { formula: 'B5*0.02', result: 56 }, '20']);
	sheet.addRow([]);
	sheet.addRow(['Van loan', { formula: '10500-20', result: 10480 }, 0.079, 284.39, '5 Jan 2027']);
	sheet.addRow(['Total', { formula: 'SUM(B4:B7)', result: 17446.52 }]);
	sheet.getColumn(3).numFmt = '0.00%';
	workbook.addWorksheet('Groceries').addRow(['Bread', 3.2]);
	return new Uint8Array(await workbook.xlsx.writeBuffer());
}

const TRANSACTIONS = [
	['DEBIT', '20261120', '-61.50', 'q-1', 'Chandlery'],
	['CREDIT', '20261201120000[-5:EST]', '121.00', 'q-2', 'Thank you'],
	['INT', '20261210', '-76.12', 'q-3', 'Interest'],
	['FEE', '20261211', '-29.00', 'q-4', 'Late fee']
] as const;

/** A card's statement in SGML, whose elements are not closed. */
export const ofx1 = (): string => `OFXHEADER:100
DATA:OFXSGML
VERSION:102
SECURITY:NONE
ENCODING:USASCII
CHARSET:1252
COMPRESSION:NONE
OLDFILEUID:NONE
NEWFILEUID:NONE

<OFX>
<SIGNONMSGSRSV1><SONRS><STATUS><CODE>0<SEVERITY>INFO</STATUS><DTSERVER>20261215<LANGUAGE>ENG<FI><ORG>Quillmark &amp; Sons<FID>77</FI></SONRS></SIGNONMSGSRSV1>
<CREDITCARDMSGSRSV1><CCSTMTTRNRS><TRNUID>1<STATUS><CODE>0<SEVERITY>INFO</STATUS>
<CCSTMTRS><CURDEF>USD<CCACCTFROM><ACCTID>4471990012349023</CCACCTFROM>
<BANKTRANLIST><DTSTART>20261101<DTEND>20261215
${TRANSACTIONS.map(([type, day, amount, id, name]) => `<STMTTRN><TRNTYPE>${type}<DTPOSTED>${day}<TRNAMT>${amount}<FITID>${id}<NAME>${name}</STMTTRN>`).join('\n')}
</BANKTRANLIST>
<LEDGERBAL><BALAMT>-4182.36<DTASOF>20261212</LEDGERBAL><AVAILBAL><BALAMT>1817.64<DTASOF>20261212</AVAILBAL>
</CCSTMTRS></CCSTMTTRNRS></CREDITCARDMSGSRSV1>
</OFX>
`;

/** The same in XML. */
export const ofx2 = (): string => `<?xml version="1.0" encoding="UTF-8"?>
<?OFX OFXHEADER="200" VERSION="220" SECURITY="NONE" OLDFILEUID="NONE" NEWFILEUID="NONE"?>
<OFX>
	<SIGNONMSGSRSV1><SONRS><STATUS><CODE>0</CODE><SEVERITY>INFO</SEVERITY></STATUS><FI><ORG>Quillmark &amp; Sons</ORG><FID>77</FID></FI></SONRS></SIGNONMSGSRSV1>
	<CREDITCARDMSGSRSV1><CCSTMTTRNRS><TRNUID>1</TRNUID>
		<CCSTMTRS>
			<CURDEF>USD</CURDEF>
			<CCACCTFROM><ACCTID>4471990012349023</ACCTID></CCACCTFROM>
			<BANKTRANLIST>
				${TRANSACTIONS.map(([type, day, amount, id, name]) => `<STMTTRN><TRNTYPE>${type}</TRNTYPE><DTPOSTED>${day}</DTPOSTED><TRNAMT>${amount}</TRNAMT><FITID>${id}</FITID><NAME>${name}</NAME></STMTTRN>`).join('\n\t\t\t\t')}
			</BANKTRANLIST>
			<LEDGERBAL><BALAMT>-4182.36</BALAMT><DTASOF>20261212</DTASOF></LEDGERBAL>
			<AVAILBAL><BALAMT>1817.64</BALAMT><DTASOF>20261212</DTASOF></AVAILBAL>
		</CCSTMTRS>
	</CCSTMTTRNRS></CREDITCARDMSGSRSV1>
</OFX>
`;
