<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Number to call: tel URI, RFC 3966. */
final class Call implements Grammar
{
    public function metadata(): KindMetadata
    {
        return new KindMetadata(
            label: 'Call',
            group: 'People',
            purpose: 'Call a number',
            standard: 'RFC 3966',
            words: ['phone', 'telephone', 'dial', 'tel'],
            form: TextForm::Uri,
            phone: new PhoneHandling('Phone', 'Call this number?', 'Call', ['Some dial only after a second press.']),
            starters: [['label' => 'Swarm line', 'fields' => ['number' => '+442079460123']]],
            recognisedAs: 6,
            subject: ['number'],
        );
    }

    public function fields(): array
    {
        return [
            new Field('number', 'Number', FieldType::Phone, required: true, help: 'With + and the country code.', example: '+44 20 7946 0123', max: 40),
            new Field('extension', 'Extension', help: 'Dialled after the call is answered.', example: '7', max: 12, pattern: '[0-9*#]+', advanced: true),
            new Field('extra', 'Kept as found', FieldType::Kept, repeats: true, max: 200, advanced: true),
        ];
    }

    public function check(Values $values, Context $context): array
    {
        $problems = PhoneNumber::problems($values->text('number'), 'number', $context);
        // With its context a local number is whole (RFC 3966 5.1.5).
        $hasContext = array_filter($values->texts('extra'), static fn (string $extra): bool => strncasecmp($extra, 'phone-context=', 14) === 0) !== [];

        return $hasContext ? array_values(array_filter($problems, static fn (Problem $problem): bool => $problem->code !== 'country_code_missing')) : $problems;
    }

    public function write(Values $values, Context $context): string
    {
        $text = 'tel:'.PhoneNumber::international($values->text('number'), $context);
        foreach ([...($values->has('extension') ? ['ext='.$values->text('extension')] : []), ...$values->texts('extra')] as $parameter) {
            $text .= ";$parameter";
        }

        return $text;
    }

    public function read(string $text, Context $context): ?array
    {
        if (strncasecmp($text, 'tel:', 4) !== 0) {
            return null;
        }
        $parts = explode(';', substr($text, 4));
        $fields = ['number' => rawurldecode((string) array_shift($parts))];
        $extra = [];
        foreach ($parts as $part) {
            if (preg_match('/^ext=([0-9*#]+)$/iD', $part, $match) === 1 && ! isset($fields['extension'])) {
                $fields['extension'] = $match[1];
            } else {
                $extra[] = $part;
            }
        }

        return $extra === [] ? $fields : $fields + ['extra' => $extra];
    }
}
