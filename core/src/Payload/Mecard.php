<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** A contact in the short form that Japanese phones began with; no ISO or RFC number. */
final class Mecard
{
    /** The short form that phones read: `MECARD:` and fields of one letter or more. */
    public static function write(Values $values, Context $context): string
    {
        $escaped = static fn (string $value): string => Escaped::of($value, '\\;,:"');
        $names = implode(',', array_map(static fn (string $part): string => $escaped($values->text($part)), $values->has('given_name') ? ['family_name', 'given_name'] : ['family_name']));
        $text = 'MECARD:'.($names === '' ? '' : "N:$names;");
        if ($values->has('display_name') || $names === '') {
            $text = 'MECARD:N:'.$escaped(Contact::shownName($values)).';';
        }
        if ($values->has('organisation') && ($names !== '' || $values->has('display_name'))) {
            $text .= 'ORG:'.$escaped($values->text('organisation')).';';
        }
        foreach ($values->groups('phones') as $phone) {
            $text .= 'TEL:'.$escaped(PhoneNumber::international($phone->text('number'), $context)).';';
        }
        foreach ($values->groups('emails') as $email) {
            $text .= 'EMAIL:'.$escaped($email->text('address')).';';
        }
        foreach ($values->groups('addresses') as $address) {
            $parts = array_map(static fn (string $part): string => $escaped($address->text($part)), ['po_box', 'extended', 'street', 'city', 'region', 'postcode', 'country']);
            $text .= 'ADR:'.implode(',', $parts).';';
        }
        foreach ($values->texts('urls') as $url) {
            $text .= 'URL:'.$escaped($url).';';
        }
        $text .= $values->has('birthday') ? 'BDAY:'.str_replace('-', '', $values->text('birthday')).';' : '';
        $text .= $values->has('note') ? 'NOTE:'.$escaped(str_replace("\n", ' ', $values->text('note'))).';' : '';
        foreach ($values->texts('extra') as $extra) {
            $text .= "$extra;";
        }

        return "$text;";
    }

    /** @return ?array<string, mixed> */
    public static function read(string $text): ?array
    {
        if (strncasecmp($text, 'MECARD:', 7) !== 0) {
            return null;
        }
        $fields = ['format' => 'mecard'];
        foreach (Escaped::split(substr($text, 7), ';') as $part) {
            [$name, $value] = [...explode(':', $part, 2), ''];
            $name = strtoupper(trim($name));
            if ($value === '') {
                continue;
            }
            $parts = array_map(Escaped::plain(...), Escaped::split($value, ','));
            $plain = Escaped::plain($value);
            match (true) {
                $name === 'N' => $fields += array_filter(['family_name' => $parts[0], 'given_name' => $parts[1] ?? ''], static fn (string $one): bool => $one !== ''),
                $name === 'ORG' && ! isset($fields['organisation']) => $fields['organisation'] = $plain,
                $name === 'NOTE' && ! isset($fields['note']) => $fields['note'] = $plain,
                $name === 'TEL' => $fields['phones'][] = ['number' => $plain],
                $name === 'EMAIL' => $fields['emails'][] = ['address' => $plain],
                $name === 'URL' => $fields['urls'][] = $plain,
                $name === 'ADR' => $fields['addresses'][] = self::address($parts),
                $name === 'BDAY' && preg_match('/^(\d{4})(\d\d)(\d\d)$/D', $value, $m) === 1 => $fields['birthday'] = "$m[1]-$m[2]-$m[3]",
                default => $fields['extra'][] = $part,
            };
        }

        return $fields;
    }

    /** @return list<Problem> */
    public static function problems(string $text): array
    {
        return preg_match('/(?:^MECARD:|;)N:[^;]/i', $text) === 1 ? [] : [Problem::inText('n_missing', 'The name (N:) is missing; phones save no contact without one.', 8, 'MECARD')];
    }

    /**
     * @param  list<string>  $parts
     * @return array<string, string>
     */
    private static function address(array $parts): array
    {
        if (count($parts) < 7) {
            return ['street' => implode(', ', array_filter($parts, static fn (string $part): bool => $part !== ''))];
        }

        return array_filter(array_combine(['po_box', 'extended', 'street', 'city', 'region', 'postcode', 'country'], array_slice($parts, 0, 7)), static fn (string $part): bool => $part !== '');
    }
}
