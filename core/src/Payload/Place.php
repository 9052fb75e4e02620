<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Place on a map: geo URI, RFC 5870, with a label in the query as maps on phones take it. */
final class Place implements ChecksText, Grammar
{
    private const COORDINATE = '-?\d{1,3}(?:\.\d{1,15})?';

    public function metadata(): KindMetadata
    {
        return new KindMetadata(
            label: 'Place',
            group: 'Places',
            purpose: 'Show a place on the map',
            standard: 'RFC 5870',
            words: ['map', 'location', 'geo', 'coordinates'],
            form: TextForm::Uri,
            phone: new PhoneHandling('Maps', 'Show this place?', 'Show', ['Some ask which map application to use; a few show the numbers as text.']),
            starters: [['label' => 'The apiary', 'fields' => ['latitude' => '52.48142', 'longitude' => '-1.89983', 'label' => 'Fennmoor apiary, gate 2']]],
            recognisedAs: 7,
        );
    }

    public function fields(): array
    {
        return [
            new Field('latitude', 'Latitude', required: true, help: 'Degrees north of the equator, −90 to 90, with a point before decimals.', example: '52.48142', max: 20, pattern: self::COORDINATE),
            new Field('longitude', 'Longitude', required: true, help: 'Degrees east of Greenwich, −180 to 180, with a point before decimals.', example: '-1.89983', max: 20, pattern: self::COORDINATE),
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
        if ($zero && array_filter($values->texts('extra'), static fn (string $extra): bool => str_starts_with($extra, 'q=')) === []) {
            $problems[] = Problem::caution('zero', 'latitude', '0, 0 lies in the Atlantic. Enter the place.');
        }
        if (preg_match('/[()]/', $values->text('label')) === 1) {
            $problems[] = Problem::note('brackets', 'label', 'Brackets in a label end it early on some phones.');
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
        if (strncasecmp($text, 'geo:', 4) !== 0) {
            return null;
        }
        $number = self::COORDINATE;
        if (preg_match("/^geo:($number),($number)(?:,(-?\d{1,5}(?:\.\d{1,10})?))?((?:;[^?]*)?)(?:\?(.*))?$/isD", $text, $match) !== 1) {
            return self::asFound($text);
        }
        if ((float) $match[1] === 0.0 && (float) $match[2] === 0.0 && preg_match("/(?:^|&)q=(?:loc:)?($number)(?:,|%2C)\+?($number)(?:\+|%20)*(?:\(|&|$)/i", $match[5] ?? '', $found) === 1) {
            // Where the point itself is 0, 0, maps go to the one in the query.
            [$match[1], $match[2]] = [$found[1], $found[2]];
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
            $label = preg_match('/^q=(.*?)\((.*)\)$/isD', $pair, $found) === 1 && preg_replace('/^loc:|[+ ]/i', '', rawurldecode($found[1])) === "$match[1],$match[2]" ? rawurldecode(str_replace('+', '%20', $found[2])) : null;
            if ($label !== null && ! isset($fields['label']) && mb_check_encoding($label, 'UTF-8')) {
                $fields['label'] = $label;
            } elseif (rawurldecode($pair) !== "q=$match[1],$match[2]") {
                $extra[] = $pair;
            }
        }

        return array_filter($fields + ['extra' => $extra], static fn (string|array $value): bool => $value !== '' && $value !== []);
    }

    public function textProblems(string $text, Context $context): array
    {
        if (preg_match('/^geo:(-?\d{1,3}),(\d+)[,;]\s*(-?\d{1,3}),(\d+)((?:[;?].*)?)$/isD', $text, $m) === 1) {
            return [Problem::inText('decimal_comma', 'Degrees have a point before their decimals; the comma stands between latitude and longitude.', 5 + strlen($m[1]), 'RFC 5870 3.3', 'Write points', "geo:$m[1].$m[2],$m[3].$m[4]$m[5]")];
        }
        $number = self::COORDINATE;
        if (preg_match("/^geo:$number,$number(?:,-?\d{1,5}(?:\.\d{1,10})?)?(?:;[^?]*)?(?:\?.*)?$/isD", $text) === 1) {
            return [...self::parameters($text), ...$this->doubled($text)];
        }

        return [self::formProblem($text)];
    }

    /**
     * Parameters that are none: each has a name, perhaps with a value behind an equals sign.
     *
     * @return list<Problem>
     */
    private static function parameters(string $text): array
    {
        $problems = [];
        $at = strpos($text, ';') ?: 0;
        $parts = explode(';', explode('?', $text)[0]);
        foreach (array_slice($parts, 1) as $parameter) {
            if (preg_match('/^[A-Za-z0-9-]+(?:=.*)?$/sD', $parameter) !== 1) {
                $problems[] = Problem::inText('parameter', 'What follows a semicolon is a parameter: a name, perhaps with = and a value.', mb_strlen(substr($text, 0, $at + 1)) + 1, 'RFC 5870 3.3', 'Leave it out', substr_replace($text, '', $at, strlen($parameter) + 1));
            }
            $at += strlen($parameter) + 1;
        }

        return $problems;
    }

    private static function formProblem(string $text): Problem
    {
        $number = self::COORDINATE;
        [$point, $rest] = self::point($text);
        $clause = 'RFC 5870 3.3';
        if (preg_match("/^\s*($number)\s*[,;\s]\s*($number)\s*$/D", rawurldecode($point), $m) === 1) {
            return Problem::inText('separator', 'Only one comma, without spaces, stands between latitude and longitude.', 5 + strlen($m[1]), $clause, 'Write one comma', "geo:$m[1],$m[2]$rest");
        }
        if (preg_match("/^$number,?$/D", $point) === 1) {
            return Problem::inText('longitude_missing', 'There is one number where two belong: latitude, a comma, longitude.', 5 + strlen(rtrim($point, ',')), $clause);
        }

        return Problem::inText('coordinates', $point === '' ? 'The coordinates are missing: latitude, a comma, longitude.' : "“{$point}” are no coordinates: latitude, a comma, longitude, in degrees such as 52.48142,-1.89983.", 5, $clause);
    }

    /** @return list<Problem> */
    private function doubled(string $text): array
    {
        [, $query] = Query::split($text);

        return [
            ...ParameterList::doubled($text, explode('&', (string) $query), ['q'], 'RFC 5870 3.3'),
            ...ParameterList::doubled($text, explode(';', explode('?', $text)[0]), ['u', 'crs'], 'RFC 5870 3.3'),
        ];
    }

    /**
     * What can be made out of a text that breaks the form.
     *
     * @return array<string, mixed>
     */
    private static function asFound(string $text): array
    {
        $repaired = self::formProblem($text)->fixValue;
        if ($repaired !== null) {
            return (new self)->read($repaired, new Context) ?? [];
        }
        [$point] = self::point($text);
        $number = self::COORDINATE;

        return preg_match("/^($number)(?:,|$)/D", $point, $match) === 1 && substr_count($point, ',') < 2 ? ['latitude' => $match[1]] : [];
    }

    /** @return array{string, string} what stands where the coordinates belong, and what follows */
    private static function point(string $text): array
    {
        $length = strcspn($text, ';?', 4);

        return [substr($text, 4, $length), substr($text, 4 + $length)];
    }
}
