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
import { addThemes } from './message';

addThemes('es', { amounts: esAmounts, 'plan-names': esPlanNames, written: esWritten });
addThemes('fr', { amounts: frAmounts, 'plan-names': frPlanNames, written: frWritten });
addThemes('de', { amounts: deAmounts, 'plan-names': dePlanNames, written: deWritten });
