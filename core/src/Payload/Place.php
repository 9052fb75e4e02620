<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Place on a map: geo URI, RFC 5870, with a label in the query as maps on phones take it. */
final class Place implements Grammar
{
    private const COORDINATE = '-?\d{1,3}(?:\.\d{1,10})?';

    public function fields(): array
    {
        return [
            new Field('latitude', 'Latitude', required: true, help: 'Degrees north of the equator, −90 to 90, with a point before decimals.', example: '52.48142', max: 16, pattern: self::COORDINATE),
            new Field('longitude', 'Longitude', required: true, help: 'Degrees east of Greenwich, −180 to 180, with a point before decimals.', example: '-1.89983', max: 16, pattern: self::COORDINATE),
            new Field('label', 'Label', help: 'Shown on the map by some phones.', example: 'Fennmoor apiary, gate 2', max: 200),
            new Field('altitude', 'Altitude', help: 'Metres above the ellipsoid.', example: '128', max: 12, pattern: '-?\d{1,5}(?:\.\d{1,4})?', advanced: true),
            new Field('uncertainty', 'Uncertainty', help: 'Metres around the point.', example: '25', max: 12, pattern: '\d{1,6}(?:\.\d{1,4})?', advanced: true),
            new Field('extra', 'Kept as found', FieldType::Kept, repeats: true, max: 300, advanced: true),
        ];
    }

    public function check(Values $values, Context $context): array
    {
        $problems = [];
        foreach (['latitude' => 90.0, 'longitude' => 180.0] as $field => $most) {
            if (abs((float) $values->text($field)) > $most) {
                $problems[] = Problem::error('range', $field, sprintf('%s runs from −%g to %g degrees.', ucfirst($field), $most, $most));
            }
        }
        $zero = $values->has('latitude') && (float) $values->text('latitude') === 0.0 && (float) $values->text('longitude') === 0.0;
        if ($zero) {
            $problems[] = Problem::caution('zero', 'latitude', '0, 0 lies in the Atlantic. Enter the place.');
        }
        if (preg_match('/[()]/', $values->text('label')) === 1) {
            $problems[] = Problem::caution('brackets', 'label', 'Brackets in a label end it early on some phones.');
        }

        return $problems;
    }

    public function write(Values $values, Context $context): string
    {
        $point = $values->text('latitude').','.$values->text('longitude');
        $text = "geo:$point".($values->has('altitude') ? ','.$values->text('altitude') : '')
            .($values->has('uncertainty') ? ';u='.$values->text('uncertainty') : '');
        $queries = $values->has('label') ? ["q=$point(".rawurlencode($values->text('label')).')'] : [];
        foreach ($values->texts('extra') as $extra) {
            if (str_starts_with($extra, ';')) {
                $text .= $extra;
            } else {
                $queries[] = $extra;
            }
        }

        return Query::append($text, $queries);
    }

    public function read(string $text, Context $context): ?array
    {
        $number = self::COORDINATE;
        if (preg_match("/^geo:($number),($number)(?:,(-?\d{1,5}(?:\.\d{1,4})?))?((?:;[^?]*)?)(?:\?(.*))?$/isD", $text, $match) !== 1) {
            return null;
        }
        $fields = ['latitude' => $match[1], 'longitude' => $match[2], 'altitude' => $match[3]];
        $extra = [];
        foreach ($match[4] === '' ? [] : explode(';', substr($match[4], 1)) as $parameter) {
            if (preg_match('/^u=(\d{1,6}(?:\.\d{1,4})?)$/iD', $parameter, $found) === 1 && ! isset($fields['uncertainty'])) {
                $fields['uncertainty'] = $found[1];
            } else {
                $extra[] = ";$parameter";
            }
        }
        foreach (($match[5] ?? '') === '' ? [] : explode('&', $match[5]) as $pair) {
            $label = preg_match('/^q=(.*?)\((.*)\)$/isD', $pair, $found) === 1 && rawurldecode($found[1]) === "$match[1],$match[2]" ? rawurldecode(str_replace('+', '%20', $found[2])) : null;
            if ($label !== null && ! isset($fields['label']) && mb_check_encoding($label, 'UTF-8')) {
                $fields['label'] = $label;
            } else {
                $extra[] = $pair;
            }
        }

        return array_filter($fields + ['extra' => $extra], static fn (string|array $value): bool => $value !== '' && $value !== []);
    }
}
