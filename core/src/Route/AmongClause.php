<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Route;

/** The visitor's language, device, platform or country is one of some. */
final readonly class AmongClause implements Clause
{
    public const DEVICES = ['phone', 'tablet', 'desktop', 'reader', 'unknown'];

    public const PLATFORMS = ['ios', 'android', 'windows', 'mac', 'linux', 'unknown'];

    /** Values of one clause. */
    private const MOST = 60;

    /**
     * @param  'language'|'device'|'platform'|'country'  $of
     * @param  list<string>  $values
     */
    private function __construct(private string $of, private array $values)
    {
    }

    /**
     * @param  'language'|'device'|'platform'|'country'  $of
     *
     * @throws InvalidRoute
     */
    public static function of(string $of, mixed $values): self
    {
        if (! is_array($values) || ! array_is_list($values) || $values === [] || count($values) > self::MOST) {
            throw new InvalidRoute($of, 'Give a list of 1 to '.self::MOST." values for $of.");
        }
        $known = [];
        foreach ($values as $i => $value) {
            $value = is_string($value) ? $value : '';
            $fits = match ($of) {
                'language' => preg_match('/^[A-Za-z]{2,3}(?:-[A-Za-z0-9]{1,8}){0,3}$/D', $value) === 1,
                'country' => preg_match('/^[A-Z]{2}$/D', $value) === 1,
                'device' => in_array($value, self::DEVICES, true),
                'platform' => in_array($value, self::PLATFORMS, true),
            };
            if (! $fits) {
                throw new InvalidRoute("$of.$i", match ($of) {
                    'language' => 'A language is a tag such as cy or en-GB.',
                    'country' => 'A country is two capital letters, such as GB.',
                    'device' => 'A device is one of '.implode(', ', self::DEVICES).'.',
                    'platform' => 'A platform is one of '.implode(', ', self::PLATFORMS).'.',
                });
            }
            $known[] = $of === 'language' ? strtolower($value) : $value;
        }

        return new self($of, array_values(array_unique($known)));
    }

    public function holds(Visitor $visitor): bool
    {
        return match ($this->of) {
            'device' => in_array($visitor->device, $this->values, true),
            'platform' => in_array($visitor->platform, $this->values, true),
            'country' => $visitor->country !== null && in_array($visitor->country, $this->values, true),
            // What the device asks for first counts: nearly every one would take English in the end.
            'language' => $visitor->languages !== [] && $this->isSpoken($visitor->languages[0]),
        };
    }

    public function words(): string
    {
        $words = match ($this->of) {
            'language' => 'the language is ', 'device' => 'the device is a ', 'platform' => 'it runs ', 'country' => 'the country is ',
        };
        $names = ['reader' => 'handheld reader', 'ios' => 'iOS', 'android' => 'Android', 'windows' => 'Windows', 'mac' => 'macOS', 'linux' => 'Linux', 'unknown' => 'something unknown'];

        return $words.implode(' or ', array_map(static fn (string $value): string => $names[$value] ?? $value, $this->values));
    }

    public function covers(Clause $other): bool
    {
        return $other instanceof self && $other->of === $this->of && array_filter($other->values, fn (string $value): bool => ! ($this->of === 'language' ? $this->isSpoken($value) : in_array($value, $this->values, true))) === [];
    }

    public function excludes(Clause $other): bool
    {
        if (! $other instanceof self || $other->of !== $this->of) {
            return false;
        }
        foreach ($other->values as $value) {
            foreach ($this->values as $own) {
                if ($own === $value || ($this->of === 'language' && (str_starts_with($own, "$value-") || str_starts_with($value, "$own-")))) {
                    return false;
                }
            }
        }

        return true;
    }

    public function toArray(): array
    {
        return [$this->of => $this->values];
    }

    /** Basic filtering (RFC 4647 3.3.1): en lets en-GB through. */
    private function isSpoken(string $tag): bool
    {
        $tag = strtolower($tag);
        foreach ($this->values as $range) {
            if ($tag === $range || str_starts_with($tag, "$range-")) {
                return true;
            }
        }

        return false;
    }
}
