<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** A contact as vCard 3.0 (RFC 2426) or 4.0 (RFC 6350). */
final class Vcard
{
    private const ADDRESS = ['po_box', 'extended', 'street', 'city', 'region', 'postcode', 'country'];

    public static function write(Values $values, Context $context): string
    {
        $four = $values->text('format') === 'vcard4';
        $lines = ['BEGIN:VCARD', 'VERSION:'.($four ? '4.0' : '3.0')];
        if (! $four || array_filter(Contact::NAME_PARTS, $values->has(...)) !== []) {
            $lines[] = 'N:'.self::texts($values, Contact::NAME_PARTS);
        }
        $lines[] = 'FN:'.Folding::escaped(Contact::shownName($values));
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
            $lines[] = 'EMAIL'.self::parameters($email, $four).':'.Folding::escaped($email->text('address'));
        }
        foreach ($values->groups('addresses') as $address) {
            $lines[] = 'ADR'.self::parameters($address, $four).':'.implode(';', array_map(static fn (string $part): string => Folding::escaped($address->text($part)), self::ADDRESS));
        }
        foreach ($values->texts('urls') as $url) {
            $lines[] = "URL:$url";
        }
        if ($values->has('birthday')) {
            $lines[] = 'BDAY:'.($four ? str_replace('-', '', $values->text('birthday')) : $values->text('birthday'));
        }
        if ($values->has('note')) {
            $lines[] = 'NOTE:'.self::texts($values, ['note']);
        }

        return Folding::join([...$lines, ...$values->texts('extra'), 'END:VCARD']);
    }

    /** @return ?array<string, mixed> */
    public static function read(string $text): ?array
    {
        $lines = Folding::split($text);
        if (strtoupper(trim($lines[0] ?? '')) !== 'BEGIN:VCARD') {
            return null;
        }
        $fields = [];
        $shown = '';
        foreach (array_slice($lines, 1) as $line) {
            [$name, $parameters, $value] = Folding::parse($line);
            if ($name === 'END') {
                break;
            }
            match (true) {
                $name === 'VERSION' && $value === '4.0' => $fields['format'] = 'vcard4',
                $name === 'VERSION' => null,
                $name === 'FN' && $shown === '' => $shown = Folding::plain($value),
                default => self::readLine($fields, $name, $parameters, $value, $line),
            };
        }
        if ($shown !== '' && $shown !== Contact::derivedName($fields)) {
            $fields['display_name'] = $shown;
        }

        return $fields;
    }

    /**
     * @param  array<string, mixed>  $fields
     * @param  list<string>  $parameters
     */
    private static function readLine(array &$fields, string $name, array $parameters, string $value, string $line): void
    {
        $single = ['TITLE' => 'title', 'ROLE' => 'role', 'NOTE' => 'note'][$name] ?? null;
        $read = match (true) {
            $single !== null && $parameters === [] && ! isset($fields[$single]) => [$single => Folding::plain($value)],
            $name === 'N' && $parameters === [] => self::parts($value, Contact::NAME_PARTS),
            $name === 'ORG' && $parameters === [] && ! isset($fields['organisation']) => self::parts($value, ['organisation', 'department']),
            $name === 'BDAY' && preg_match('/^(\d{4})-?(\d\d)-?(\d\d)$/D', $value, $m) === 1 => ['birthday' => "$m[1]-$m[2]-$m[3]"],
            default => null,
        };
        if ($read !== null) {
            $fields = array_filter($read, static fn (string $part): bool => $part !== '') + $fields;

            return;
        }
        [$list, $item] = match ($name) {
            'TEL' => ['phones', ['number' => Folding::plain((string) preg_replace('/^tel:/i', '', $value))] + self::typed($parameters, ['cell' => 'cell', 'mobile' => 'cell', 'work' => 'work', 'home' => 'home', 'fax' => 'fax'])],
            'EMAIL' => ['emails', ['address' => Folding::plain($value)] + self::typed($parameters, ['work' => 'work', 'home' => 'home'])],
            'ADR' => ['addresses', array_filter(self::parts($value, self::ADDRESS), static fn (string $part): bool => $part !== '') + self::typed($parameters, ['work' => 'work', 'home' => 'home'])],
            'URL' => ['urls', Folding::plain($value)],
            default => ['extra', $line],
        };
        $before = $fields[$list] ?? [];
        $fields[$list] = [...(is_array($before) ? array_values($before) : []), $item];
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
                $parts[$names[$i]] = Folding::plain($part);
            }
        }

        return $parts;
    }

    /** @param  list<string>  $names */
    private static function texts(Values $values, array $names): string
    {
        return implode(';', array_map(static fn (string $name): string => Folding::escaped($values->text($name)), $names));
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
