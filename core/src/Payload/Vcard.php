<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** A contact as vCard 3.0 (RFC 2426) or 4.0 (RFC 6350). */
final class Vcard
{
    private const ADDRESS = ['po_box', 'extended', 'street', 'city', 'region', 'postcode', 'country'];

    /** A vCard 3.0 (RFC 2426) or 4.0 (RFC 6350), as the field `format` says. */
    public static function write(Values $values, Context $context): string
    {
        $four = $values->text('format') === 'vcard4';
        $lines = ['BEGIN:VCARD', 'VERSION:'.($four ? '4.0' : '3.0')];
        if (! $four || array_filter(Contact::NAME_PARTS, $values->has(...)) !== []) {
            $lines[] = 'N:'.self::texts($values, Contact::NAME_PARTS);
        }
        $lines[] = 'FN:'.ContentLines::escaped(Contact::shownName($values));
        if ($values->has('organisation') || $values->has('department')) {
            $lines[] = 'ORG:'.self::texts($values, $values->has('department') ? ['organisation', 'department'] : ['organisation']);
        }
        foreach (['title' => 'TITLE', 'role' => 'ROLE'] as $field => $name) {
            if ($values->has($field)) {
                $lines[] = "$name:".self::texts($values, [$field]);
            }
        }
        foreach ($values->groups('phones') as $phone) {
            $number = PhoneNumber::international($phone->text('number'), $context);
            $lines[] = 'TEL'.($four ? ';VALUE=uri' : '').self::parameters($phone, $four).':'.($four ? "tel:$number" : $number);
        }
        foreach ($values->groups('emails') as $email) {
            $lines[] = 'EMAIL'.self::parameters($email, $four).':'.ContentLines::escaped($email->text('address'));
        }
        foreach ($values->groups('addresses') as $address) {
            $lines[] = 'ADR'.self::parameters($address, $four).':'.implode(';', array_map(static fn (string $part): string => ContentLines::escaped($address->text($part)), self::ADDRESS));
        }
        foreach ($values->texts('urls') as $url) {
            $lines[] = "URL:$url";
        }
        if ($values->has('photo')) {
            $lines[] = ($four ? 'PHOTO:' : 'PHOTO;VALUE=uri:').$values->text('photo');
        }
        if ($values->has('birthday')) {
            $lines[] = 'BDAY:'.($four ? str_replace('-', '', $values->text('birthday')) : $values->text('birthday'));
        }
        if ($values->has('note')) {
            $lines[] = 'NOTE:'.self::texts($values, ['note']);
        }

        return ContentLines::join([...$lines, ...$values->texts('extra'), 'END:VCARD']);
    }

    /** @return ?array<string, mixed> */
    public static function read(string $text): ?array
    {
        if (preg_match('/^\s*BEGIN:VCARD\s*(?:[\r\n]|$)/iD', $text) !== 1) {
            return null;
        }
        $fields = [];
        $shown = '';
        foreach (array_slice(ContentLines::read($text), 1) as $line) {
            if ($line->name === 'END') {
                break;
            }
            match (true) {
                $line->name === 'VERSION' && trim($line->value) === '4.0' => $fields['format'] = 'vcard4',
                $line->name === 'VERSION' => null,
                $line->name === 'FN' && $shown === '' => $shown = ContentLines::plain($line->value),
                default => self::readLine($fields, $line),
            };
        }
        if ($shown !== '' && $shown !== Contact::derivedName($fields)) {
            $fields['display_name'] = $shown;
        }

        return $fields;
    }

    /** @param  array<string, mixed>  $fields */
    private static function readLine(array &$fields, ContentLine $content): void
    {
        [$name, $parameters, $value, $line] = [$content->name, $content->parameters, $content->value, $content->line];
        $single = ['TITLE' => 'title', 'ROLE' => 'role', 'NOTE' => 'note'][$name] ?? null;
        $read = match (true) {
            $single !== null && $parameters === [] && ! isset($fields[$single]) => [$single => ContentLines::plain($value)],
            $name === 'N' && $parameters === [] => self::parts($value, Contact::NAME_PARTS),
            $name === 'ORG' && $parameters === [] && ! isset($fields['organisation']) => self::parts($value, ['organisation', 'department']),
            $name === 'PHOTO' && ! isset($fields['photo']) && self::isPhotoLink($parameters, $value) => ['photo' => $value],
            $name === 'BDAY' && $parameters === [] && preg_match('/^(\d{4})-?(\d\d)-?(\d\d)$/D', $value, $m) === 1 => ['birthday' => "$m[1]-$m[2]-$m[3]"],
            default => null,
        };
        if ($read !== null) {
            $fields = array_filter($read, static fn (string $part): bool => $part !== '') + $fields;

            return;
        }
        [$list, $item] = match ($name) {
            'TEL' => ['phones', self::number($value) + self::typed($parameters, ['cell' => 'cell', 'mobile' => 'cell', 'work' => 'work', 'home' => 'home', 'fax' => 'fax'])],
            'EMAIL' => ['emails', ['address' => ContentLines::plain($value)] + self::typed($parameters, ['work' => 'work', 'home' => 'home'])],
            'ADR' => ['addresses', array_filter(self::parts($value, self::ADDRESS), static fn (string $part): bool => $part !== '') + self::typed($parameters, ['work' => 'work', 'home' => 'home'])],
            'URL' => ['urls', ContentLines::plain($value)],
            default => ['extra', $line],
        };
        $before = $fields[$list] ?? [];
        $fields[$list] = [...(is_array($before) ? array_values($before) : []), $item];
    }

    /** @param  list<string>  $parameters */
    private static function isPhotoLink(array $parameters, string $value): bool
    {
        $rest = array_filter($parameters, static fn (string $parameter): bool => preg_match('/^VALUE=(?:uri|url)$/iD', $parameter) !== 1);

        return $rest === [] && preg_match('#^https?://\S+$#iD', $value) === 1;
    }

    /**
     * The number of a TEL line; an extension and other parameters of its URI are parts of it.
     *
     * @return array<string, string>
     */
    private static function number(string $value): array
    {
        $plain = ContentLines::plain($value);

        return ['number' => preg_match('/^tel:([^;]*)((?:;.*)?)$/isD', $plain, $match) === 1 ? rawurldecode($match[1]).($match[2] === '' ? '' : $match[2]) : $plain];
    }

    /**
     * @param  list<string>  $names
     * @return array<string, string>
     */
    private static function parts(string $value, array $names): array
    {
        $parts = [];
        foreach (Escaped::split($value, ';') as $i => $part) {
            if (isset($names[$i])) {
                $parts[$names[$i]] = ContentLines::plain($part);
            }
        }

        return $parts;
    }

    /** @param  list<string>  $names */
    private static function texts(Values $values, array $names): string
    {
        return implode(';', array_map(static fn (string $name): string => ContentLines::escaped($values->text($name)), $names));
    }

    private static function parameters(Values $item, bool $four): string
    {
        $type = $item->text('type');

        return ($type === '' ? '' : ';TYPE='.($four ? $type : strtoupper($type))).$item->text('kept');
    }

    /**
     * The type among the parameters, in either version's manner, and the rest as it stands.
     *
     * @param  list<string>  $parameters
     * @param  array<string, string>  $types
     * @return array<string, string>
     */
    private static function typed(array $parameters, array $types): array
    {
        $item = [];
        $kept = '';
        foreach ($parameters as $parameter) {
            [$name, $value] = str_contains($parameter, '=') ? explode('=', $parameter, 2) : ['TYPE', $parameter];
            if (strtoupper($name) === 'VALUE' && in_array(strtolower($value), ['uri', 'text'], true)) {
                continue;
            }
            $rest = [];
            foreach (strtoupper($name) === 'TYPE' ? explode(',', trim($value, '"')) : [] as $one) {
                $known = $types[strtolower($one)] ?? null;
                if ($known !== null && ! isset($item['type'])) {
                    $item['type'] = $known;
                } elseif (! in_array(strtolower($one), ['voice', 'internet'], true)) {
                    $rest[] = $one;
                }
            }
            if (strtoupper($name) !== 'TYPE') {
                $kept .= ";$parameter";
            } elseif ($rest !== []) {
                $kept .= ';TYPE='.implode(',', $rest);
            }
        }

        return $kept === '' ? $item : $item + ['kept' => $kept];
    }
}
