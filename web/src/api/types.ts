import type { components, paths } from "./schema.gen";

type Schemas = components["schemas"];

export type Level = Schemas["Level"];
export type Session = Schemas["Session"];
export type Overview = Schemas["Overview"];
export type SignInAccount = Schemas["Account"];
export type Catalogue = Schemas["Catalogue"];
export type RecordType = Schemas["RecordType"];
export type RecordTypeDocument = Schemas["RecordTypeDocument"];
export type Field = Schemas["Field"];
export type FieldState = Schemas["FieldState"];
export type Vocabulary = Schemas["Vocabulary"];
export type Directory = Schemas["Directory"];
export type DirectoryNode = Schemas["Node"];
export type User = Schemas["User"];
export type DirectoryEdit = Schemas["DirectoryEdits"][number];
export type Rule = Schemas["Rule"];
export type RuleLine = Schemas["RuleLine"];
export type ChangeOfRules = Schemas["ChangeOfRules"];
export type RuleView = Schemas["RuleView"];
export type RulePreview = Schemas["RulePreview"];
export type Segment = Schemas["Segment"];
export type Audience = Schemas["Audience"];
export type Principal = Schemas["Principal"];
export type Condition = Schemas["Condition"];
export type Effect = Schemas["Effect"];
export type Mask = Schemas["Mask"];
export type AccessMap = Schemas["AccessMap"];
export type Question = Schemas["Question"];
export type Reasoning = Schemas["Reasoning"];
export type Stage = Schemas["Stage"];
export type Entry = Schemas["Entry"];
export type Form = Schemas["Form"];
export type FormSection = Form["sections"][number];
export type FormDesign = Schemas["FormDesign"];
export type PathDesign = Schemas["PathDesign"];
export type RecordPath = Schemas["Path"];
export type Rehearsed = Schemas["Rehearsed"];
export type FormPreview = Schemas["FormPreview"];
export type Difference = Schemas["Difference"];
export type ValueAccount = Schemas["ValueAccount"];
export type Operand = Schemas["Operand"];
export type Window = Schemas["Window"];
export type Finding = Schemas["Finding"];
export type FindingLine = Schemas["FindingLine"];
export type FindingGroup = Schemas["FindingGroup"];
export type Findings = Schemas["Findings"];
export type AuditRun = Schemas["AuditRun"];
export type Who = Schemas["Who"];
export type WhatFor = Schemas["WhatFor"];
export type Precedence = Schemas["Precedence"];
export type PrecedencePreview = Schemas["PrecedencePreview"];
export type RuleName = Schemas["RuleName"];
export type FormField = Schemas["FormField"];
export type FieldValue = Schemas["Value"];
export type Refusal = Schemas["Refusal"];
export type Fault = Schemas["Fault"];
export type ProblemDocument = Schemas["Problem"];
export type RecordList = Schemas["RecordList"];
/** What is sent to preview an import. */
export type ImportAsked = paths["/api/imports/preview"]["post"]["requestBody"]["content"]["application/json"];
export type ImportPreview = Schemas["ImportPreview"];
export type ChangeAccount = Schemas["ChangeAccount"];
export type ChangeSet = Schemas["ChangeSet"];
export type ChangeFinding = Schemas["ChangeFinding"];
export type StoredRecordSearch = Schemas["StoredRecords"];
export type Impact = Schemas["Impact"];
export type Edition = Schemas["Edition"];
export type Named = Schemas["Named"];

/** One page of a list. */
export type Page<Item> = { items: Item[]; total: number; page: number; per_page: number };

/** Values typed into a form and not saved yet, by field identifier. */
export type Entered = Record<string, FieldValue>;
