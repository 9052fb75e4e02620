<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** First message to a number in a chat service, by a link template that the workspace sets. */
final class Chat implements Grammar
{
    public function metadata(): KindMetadata
    {
        return new KindMetadata(
            label: 'Chat',
            group: 'People',
            purpose: 'Start a chat with a first message',
            standard: 'RFC 3986',
            words: ['message', 'messenger', 'automation'],
            form: TextForm::Link,
            phone: new PhoneHandling('Chat', 'Open this chat with the words filled in?', 'Open chat', ['Without the chat’s application its web page opens.']),
            starters: [['label' => 'Join the hive watch', 'fields' => ['number' => '+442079460123', 'message' => 'JOIN hive watch']]],
            recognisedAs: 16,
            subject: ['number'],
        );
    }

    public function fields(): array
    {
        return [
            new Field('number', 'Number', FieldType::Phone, required: true, help: 'With + and the country code; the link carries its digits alone.', example: '+44 20 7946 0123', max: 40),
            new Field('message', 'Message', FieldType::Text, help: 'Stands ready to be sent. Automations wait for it to the letter.', example: 'JOIN hive watch', max: 1600),
            new Field('template', 'Link template', FieldType::Link, help: 'The service’s address with {number} and {message}. The workspace’s own when empty.', example: Context::CHAT_TEMPLATE, max: 300, advanced: true),
        ];
    }

    public function check(Values $values, Context $context): array
    {
        $template = self::template($values, $context);
        $problems = [...PhoneNumber::problems($values->text('number'), 'number', $context), ...self::numberProblems($values, $context), ...PlainText::problems($values->text('message'), 'message')];
        if (! in_array('number', LinkTemplate::places($template), true) || array_diff(LinkTemplate::places($template), ['number', 'message']) !== []) {
            $problems[] = Problem::error('places', 'template', 'The template holds {number}, and {message} where the text goes.');
        }
        foreach (LinkRules::check(LinkTemplate::fill($template, ['number' => '1', 'message' => 'x'])) as $problem) {
            $problems[] = $problem->withoutFix()->at('template');
        }

        if (! $values->has('template') && $context->chatTemplate === Context::CHAT_TEMPLATE) {
            $problems[] = Problem::caution('template_missing', 'template', 'No chat service is set up: chat.example is a placeholder that leads nowhere. Give the link template of yours here, or once for all in the workspace’s settings.');
        }

        return $problems;
    }

    public function write(Values $values, Context $context): string
    {
        $number = ltrim(PhoneNumber::international($values->text('number'), $context), '+');

        return LinkTemplate::fill(self::template($values, $context), ['number' => $number, 'message' => $values->text('message')]);
    }

    public function read(string $text, Context $context): ?array
    {
        $values = LinkTemplate::match($context->chatTemplate, $text);
        if ($values === null || preg_match('/^[1-9]\d{5,14}$/D', $values['number'] ?? '') !== 1) {
            return null;
        }

        return array_filter(['number' => '+'.$values['number'], 'message' => $values['message'] ?? ''], static fn (string $value): bool => $value !== '');
    }

    /** @return list<Problem> */
    private static function numberProblems(Values $values, Context $context): array
    {
        $number = PhoneNumber::international($values->text('number'), $context);

        return $number === '' || preg_match('/^\+[1-9]\d{5,14}$/D', $number) === 1 ? [] : [Problem::error('not_international', 'number', 'Chat services know numbers in international form only: + and the country code first.')];
    }

    private static function template(Values $values, Context $context): string
    {
        return $values->has('template') ? $values->text('template') : $context->chatTemplate;
    }
}
