export { SentenceField } from "./SentenceField";
export { type Reading, readingOf, useReading } from "./useReading";
