<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use Symfony\Component\Console\Input\InputInterface;

/** Options by their type, with a plain word where a value is not of it. */
final readonly class Arguments
{
    public function __construct(private InputInterface $input)
    {
    }

    public function has(string $name): bool
    {
        return ! in_array($this->input->getOption($name), [null, false, []], true);
    }

    /** The option's value; the last one where it was given twice. */
    public function get(string $name): ?string
    {
        $value = $this->input->getOption($name);

        return is_string($value) ? $value : null;
    }

    /** @return list<string> every value, for options that repeat */
    public function all(string $name): array
    {
        return array_values(array_filter((array) $this->input->getOption($name), is_string(...)));
    }

    /** @return list<string> the words beside the options */
    public function words(string $name): array
    {
        return array_values(array_filter((array) $this->input->getArgument($name), is_string(...)));
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

    /**
     * A value of a list that is known.
     *
     * @template T of \BackedEnum
     *
     * @param  T  $default
     * @return T
     *
     * @throws UsageError that lists what there is
     */
    public function choice(string $name, \BackedEnum $default, string $thing): \BackedEnum
    {
        $value = $this->get($name);
        if ($value === null) {
            return $default;
        }

        return $default::tryFrom($value) ?? throw new UsageError("There is no $thing “{$value}” here: ".implode(', ', array_column($default::cases(), 'value')).'.');
    }
}
