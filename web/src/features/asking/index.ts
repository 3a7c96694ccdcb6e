export { AskDesk } from "./AskDesk";
export { AskTable } from "./AskTable";
export { exampleOf } from "./example";
export { SentenceField } from "./SentenceField";
export { type Reading, readingOf, useReading } from "./useReading";
