import type { Automation, AutomationStep, ProgramScope } from "../../../api/types";

/** What still has to be filled in before it can be saved, in a sentence; undefined where nothing has. */
export function whatIsMissing(automations: Automation[], programs: ProgramScope[]): string | undefined {
  for (const automation of automations) {
    const title = automation.title.trim();
    if (title === "") return "Give each automation a title.";
    if (automation.user === "") return `Choose the program that ${title} acts as.`;
    if (automation.when.stage === "") return `Choose the stage at which ${title} starts.`;
    if (automation.steps.length === 0) return `Add a step to ${title}.`;
    if (automation.steps.some(isUnfinished)) return `Finish the steps of ${title}.`;
  }
  if (programs.some((program) => program.user === "")) return "Choose each program.";
  return undefined;
}

function isUnfinished(step: AutomationStep): boolean {
  const values = step.write ?? step.make?.values;
  if (values && Object.keys(values).length === 0) return true;
  return step.tell !== undefined && (Object.keys(step.tell.to).length === 0 || step.tell.words.trim() === "");
}
