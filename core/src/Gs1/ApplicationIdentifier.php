<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Gs1;

/** One application identifier, GS1 General Specifications 3.2. */
final readonly class ApplicationIdentifier
{
    /** First two digits of the identifiers whose element strings have a fixed length and no separator (figure 7.8.5-2). */
    private const FIXED = ['00', '01', '02', '03', '04', '11', '12', '13', '14', '15', '16', '17', '18', '19', '20', '31', '32', '33', '34', '35', '36', '41'];

    /**
     * @param  string  $ai  digits, the decimal places included
     * @param  string  $family  as in the table, such as "310n"
     * @param  list<Component>  $components
     * @param  list<list<string>>  $needs  of each list one must stand beside it
     * @param  list<string>  $excludes  none of these may
     */
    public function __construct(
        public string $ai,
        public string $family,
        public string $title,
        public array $components,
        public array $needs,
        public array $excludes,
    ) {
    }

    /** Whether an element string of it ends by its length, without separator. */
    public function isFixed(): bool
    {
        return in_array(substr($this->ai, 0, 2), self::FIXED, true);
    }

    /** Decimal places, where the last digit of the identifier states them. */
    public function decimals(): ?int
    {
        return str_ends_with($this->family, 'n') ? (int) $this->ai[3] : null;
    }

    /** Longest value. */
    public function maxLength(): int
    {
        return array_sum(array_map(static fn (Component $component): int => $component->max, $this->components));
    }

    /** Shortest value. */
    public function minLength(): int
    {
        return array_sum(array_map(static fn (Component $component): int => $component->optional ? 0 : $component->min, $this->components));
    }

    /** The format in words. */
    public function words(): string
    {
        return implode(', then ', array_map(static fn (Component $component): string => ($component->optional ? 'perhaps ' : '').$component->words(), $this->components));
    }

    /** Whether its value is a date of six digits (GS1 General Specifications 7.12). */
    public function isDate(): bool
    {
        return count($this->components) === 1 && in_array($this->components[0]->rule, ['date', 'day'], true);
    }

    /** Whether a list of the table, such as "31nn", means an identifier. */
    public static function matches(string $pattern, string $ai): bool
    {
        return preg_match('/^'.str_replace('n', '\d', $pattern).'$/D', $ai) === 1;
    }
}
