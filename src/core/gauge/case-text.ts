/** A bobbin case in a sentence: "case A"; one that is called a case already keeps its name. */
export const caseText = (name: string): string => (/^case\b/i.test(name) ? name : `case ${name}`);
