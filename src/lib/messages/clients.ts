/** Themes that screens have in English, in the other languages of clients: loaded with whatever is formed for them. */
import esAmounts from './es/amounts.json';
import frAmounts from './fr/amounts.json';
import deAmounts from './de/amounts.json';
import esPlanNames from './es/plan-names.json';
import frPlanNames from './fr/plan-names.json';
import dePlanNames from './de/plan-names.json';
import esWritten from './es/written.json';
import frWritten from './fr/written.json';
import deWritten from './de/written.json';
import { addForClients } from './message';

addForClients('amounts', { es: esAmounts, fr: frAmounts, de: deAmounts });
addForClients('plan-names', { es: esPlanNames, fr: frPlanNames, de: dePlanNames });
addForClients('written', { es: esWritten, fr: frWritten, de: deWritten });
