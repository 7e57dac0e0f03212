ALTER TABLE "messages" DROP CONSTRAINT "messages_kind";--> statement-breakpoint
ALTER TABLE "message_texts" DROP CONSTRAINT "message_texts_kind";--> statement-breakpoint
ALTER TABLE "messages" ADD CONSTRAINT "messages_kind" CHECK ("messages"."kind" in ('confirmation', 'reminder', 'recall', 'followUp'));--> statement-breakpoint
ALTER TABLE "message_texts" ADD CONSTRAINT "message_texts_kind" CHECK ("message_texts"."kind" in ('confirmation', 'reminder', 'recall', 'followUp'));