declare const brand: unique symbol

type Id<B extends string> = string & { readonly [brand]: B }

export type AccountId = Id<'account'>
export type ClassId = Id<'class'>
export type GroupId = Id<'group'>
/** One name on the register: the pupil as this class knows them. */
export type PlaceId = Id<'place'>
export type KeyId = Id<'key'>
export type DoorId = Id<'door'>
/** Somebody, or a tablet, waiting at a door until the teacher answers. */
export type JoinRequestId = Id<'wait'>
export type TabletId = Id<'tablet'>
export type InvitationId = Id<'invitation'>
export type MergeId = Id<'merge'>
export type LessonId = Id<'lesson'>
/** What is different about the lessons of a single date. */
export type LessonChangeId = Id<'lessonChange'>
export type MailId = Id<'mail'>
/** A recording that a teacher put over a pupil's work. */
export type AnnotationFileId = Id<'annotationFile'>
/** What a teacher says often. */
export type PhraseId = Id<'phrase'>
export type ListedWordId = Id<'listedWord'>
/** A link by which somebody outside sees a kept piece of work. */
export type SharedLinkId = Id<'sharedLink'>
export type TalkFileId = Id<'talkFile'>
export type PushId = Id<'push'>
export type SessionId = Id<'session'>
export type CircleId = Id<'circle'>
/** Where people talk: a class or a circle. */
export type SpaceId = ClassId | CircleId
export type CircleFileId = Id<'circleFile'>
export type TopicId = Id<'topic'>
export type WorkId = Id<'work'>
export type MaterialId = Id<'material'>
export type HandInId = Id<'handIn'>
export type FileId = Id<'file'>
export type PageId = Id<'page'>
export type ClassFileId = Id<'classFile'>
export type EntryId = Id<'entry'>
/** What is said in one place: a notice with its replies, a room, a letter. */
export type ConversationId = Id<'conversation'>
export type ReadingMarkId = Id<'readingMark'>
export type OwnWordId = Id<'ownWord'>
/** A page of a video that was opened, on some device. */
export type ViewingId = Id<'viewing'>
export type MessageId = Id<'message'>
/** One page of a worksheet. */
export type SheetId = Id<'sheet'>
export type NoteId = Id<'note'>

/** A moment, in milliseconds since 1970-01-01T00:00Z. */
export type Instant = number
