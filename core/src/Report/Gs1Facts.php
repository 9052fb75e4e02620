<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Report;

use KeenGlyph\Core\Gs1\DigitalLink;
use KeenGlyph\Core\Gs1\Element;
use KeenGlyph\Core\Gs1\ElementRules;
use KeenGlyph\Core\Gs1\ElementString;
use KeenGlyph\Core\Gs1\Finding;
use KeenGlyph\Core\Gs1\Gs1Date;
use KeenGlyph\Core\Gs1\Gtin;
use KeenGlyph\Core\Gs1\InvalidElements;
use KeenGlyph\Core\Gs1\IsoNumbers;
use KeenGlyph\Core\Gs1\Measure;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Payload\Problem;

/** GS1 elements in all their forms, as the command line and the API state them. */
final class Gs1Facts
{
    /**
     * @param  string  $text  bracketed, as a symbol carries it, or a Digital Link
     * @param  string  $domain  start of the Digital Link
     * @return array{valid: bool, problems: list<array{severity: string, code: string, field: string, message: string, position: ?int, clause: ?string, fix: ?array{label: string, fields: array<string, string>}}>, elements: list<array{ai: string, title: string, value: string, says: ?string}>, element_string: ?string, digital_link: ?string, canonical_link: ?string, hri: ?string, hri_lines: list<string>, gtin: ?string}
     */
    public static function of(string $text, string $domain = DigitalLink::CANONICAL_DOMAIN): array
    {
        try {
            $string = ElementString::parse($text);
        } catch (InvalidElements $e) {
            return ['valid' => false, 'problems' => [self::problem(Finding::error('unreadable', -1, $e->getMessage()))], 'elements' => [], 'element_string' => null, 'digital_link' => null, 'canonical_link' => null, 'hri' => null, 'hri_lines' => [], 'gtin' => null];
        }
        $findings = ElementRules::check($string);
        $faults = self::faults(trim($text));
        $link = DigitalLink::key($string) === null ? null : DigitalLink::of($string, $domain);

        return [
            'valid' => $faults === [] && array_filter($findings, static fn (Finding $finding): bool => $finding->isError) === [],
            'problems' => [...$faults, ...array_map(self::problem(...), $findings)],
            'elements' => array_map(self::element(...), $string->elements),
            'element_string' => $string->inSymbol(),
            'digital_link' => $link?->uri(),
            'canonical_link' => $link?->canonical(),
            'hri' => $string->bracketed(),
            'hri_lines' => $string->readable(),
            'gtin' => self::gtin($string),
        ];
    }

    /** @return array{ai: string, title: string, value: string, says: ?string} */
    public static function element(Element $element): array
    {
        return ['ai' => $element->ai, 'title' => $element->identifier()->title ?? '', 'value' => $element->value, 'says' => self::says($element)];
    }

    /** The value in plain words, where digits stand for something else. */
    private static function says(Element $element): ?string
    {
        $identifier = $element->identifier();

        return match (true) {
            $identifier === null => null,
            $identifier->isDate() => Gs1Date::words($element->value, (int) date('Y')),
            Measure::unit($identifier) !== null => Measure::words($element->ai, $element->value),
            $identifier->components[0]->rule === 'country' && strlen($element->value) === 3 => IsoNumbers::countryName($element->value),
            default => null,
        };
    }

    private static function gtin(ElementString $string): ?string
    {
        $gtin = $string->value('01') ?? $string->value('02');

        return $gtin !== null && preg_match('/^\d{14}$/D', $gtin) === 1 ? Gtin::shortest($gtin) : null;
    }

    /**
     * What a Digital Link's path breaks, with its place.
     *
     * @return list<array{severity: string, code: string, field: string, message: string, position: ?int, clause: ?string, fix: ?array{label: string, fields: array<string, string>}}>
     */
    private static function faults(string $text): array
    {
        if (preg_match('#^https?://#i', $text) !== 1) {
            return [];
        }
        $payload = Payloads::parse($text, Kind::Gs1Link);

        return array_values(array_map(
            static fn (Problem $problem): array => $problem->toArray(),
            array_filter($payload->problems, static fn (Problem $problem): bool => $problem->position !== null && $problem->isError()),
        ));
    }

    /** @return array{severity: string, code: string, field: string, message: string, position: ?int, clause: ?string, fix: ?array{label: string, fields: array<string, string>}} */
    private static function problem(Finding $finding): array
    {
        $field = $finding->element < 0 ? 'elements' : "elements.$finding->element.value";

        return [
            'severity' => $finding->isError ? 'error' : 'caution',
            'code' => $finding->code,
            'field' => $field,
            'message' => $finding->message,
            'position' => null,
            'clause' => null,
            'fix' => $finding->value === null || $finding->fixLabel === null ? null : ['label' => $finding->fixLabel, 'fields' => [$field => $finding->value]],
        ];
    }
}
