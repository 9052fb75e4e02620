<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

/** Words of a command line, taken apart: options with and without a value, and the rest in order. */
final readonly class Arguments
{
    /**
     * @param  array<string, list<string>>  $options  values by name without dashes
     * @param  list<string>  $rest
     */
    private function __construct(
        private array $options,
        public array $rest,
    ) {
    }

    /**
     * @param  list<string>  $words
     * @param  list<string>  $valued  options that take a value, as `--name value` or `--name=value`
     * @param  list<string>  $flags  options without
     *
     * @throws UsageError for an unknown option or a missing value
     */
    public static function parse(array $words, array $valued, array $flags): self
    {
        $options = [];
        $rest = [];
        while ($words !== []) {
            $word = array_shift($words);
            if ($word === '--') {
                $rest = [...$rest, ...$words];
                break;
            }
            if (! str_starts_with($word, '--')) {
                $rest[] = $word;

                continue;
            }
            [$name, $value] = [...explode('=', substr($word, 2), 2), null];
            if (in_array($name, $flags, true) && $value === null) {
                $options[$name][] = '';
            } elseif (in_array($name, $valued, true)) {
                $value ??= array_shift($words);
                if ($value === null) {
                    throw new UsageError("--$name needs a value.");
                }
                $options[$name][] = $value;
            } else {
                throw new UsageError("There is no option --$name here.");
            }
        }

        return new self($options, $rest);
    }

    public function has(string $name): bool
    {
        return isset($this->options[$name]);
    }

    /** The option's last value. */
    public function get(string $name): ?string
    {
        $values = $this->options[$name] ?? [];

        return $values === [] ? null : $values[count($values) - 1];
    }

    /** @return list<string> every value, for options that repeat */
    public function all(string $name): array
    {
        return $this->options[$name] ?? [];
    }

    /** @throws UsageError when it is not a whole number */
    public function integer(string $name): ?int
    {
        $value = $this->get($name);
        if ($value !== null && preg_match('/^-?\d{1,9}$/D', $value) !== 1) {
            throw new UsageError("--$name takes a whole number, not “{$value}”.");
        }

        return $value === null ? null : (int) $value;
    }

    /** @throws UsageError when it is not a number */
    public function decimal(string $name): ?float
    {
        $value = $this->get($name);
        if ($value !== null && preg_match('/^\d{1,7}(\.\d{1,6})?$/D', $value) !== 1) {
            throw new UsageError("--$name takes a number, not “{$value}”.");
        }

        return $value === null ? null : (float) $value;
    }
}
