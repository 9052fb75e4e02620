<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Link into an online meeting, with what it asks for. */
final class Meeting implements ChecksText, Grammar
{
    private const PARAMETERS = ['passcode' => 'pwd', 'name' => 'name'];

    public function metadata(): KindMetadata
    {
        return new KindMetadata(
            label: 'Meeting',
            group: 'Web',
            purpose: 'Join an online meeting',
            standard: 'RFC 3986',
            words: ['video', 'call', 'conference', 'webinar'],
            form: TextForm::Link,
            phone: new PhoneHandling('Meeting', 'Join this meeting?', 'Join', ['Without the meeting’s application the page opens in the browser.']),
            starters: [['label' => 'Monday hive talk', 'fields' => ['url' => 'https://meet.fennmoor.example/hive-talk', 'passcode' => 'clover7']]],
            linkField: 'url',
        );
    }

    public function fields(): array
    {
        return [
            new Field('url', 'Meeting link', FieldType::Link, required: true, help: 'The invitation’s own link.', example: 'https://meet.fennmoor.example/hive-talk', max: 1000),
            new Field('passcode', 'Passcode', help: 'When the link does not carry it yet.', example: 'clover7', max: 64),
            new Field('name', 'Name to join with', max: 100, advanced: true),
        ];
    }

    public function check(Values $values, Context $context): array
    {
        $problems = LinkRules::check($values->text('url'));
        if (preg_match('#^https?://[^/?\#]+/?$#i', $values->text('url')) === 1) {
            $problems[] = Problem::caution('no_meeting', 'url', 'This is the service’s front page; the link of a meeting has more behind the host.');
        }
        if ($values->has('passcode')) {
            $problems[] = Problem::note('passcode', 'passcode', 'Whoever reads the symbol can join.');
        }

        return $problems;
    }

    public function write(Values $values, Context $context): string
    {
        return LinkParts::write($values, 'url', self::PARAMETERS);
    }

    public function read(string $text, Context $context): ?array
    {
        return LinkParts::read($text, array_flip(self::PARAMETERS), 'url', fn (array $fields): string => $this->write(Values::of($this->fields(), $fields), $context));
    }

    public function textProblems(string $text, Context $context): array
    {
        [, $query] = Query::split($text);

        return ParameterList::doubled($text, explode('&', (string) $query), array_values(self::PARAMETERS), 'RFC 3986 3.4');
    }
}
