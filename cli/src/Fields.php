<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Compose\PayloadInput;
use KeenGlyph\Core\Payload\Kind;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputOption;

/** What `--text`, `--bytes-file`, `--kind`, `--field` and `--merge` say. */
final class Fields
{
    private const ONE_OF_THREE = 'Give exactly one of --text, --bytes-file and --kind with --field.';

    public static function describe(Command $command): void
    {
        $command
            ->addOption('kind', null, InputOption::VALUE_REQUIRED, 'What kind of payload it is; `bin/glyph kinds` lists them', null, array_column(Kind::cases(), 'value'))
            ->addOption('field', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'A field of the kind, as name=value')
            ->addOption('merge', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'A value for {{name}}, as name=value');
    }

    public static function kind(string $name): Kind
    {
        return Kind::tryFrom($name) ?? throw new UsageError("There is no kind “{$name}”: ".implode(', ', array_column(Kind::cases(), 'value')).'.');
    }

    public static function ofKind(Kind $kind, Arguments $arguments): PayloadInput
    {
        return PayloadInput::ofFields($kind, self::of($arguments->all('field')), self::merge($arguments));
    }

    /** A text of the kind that is named, or of the one it has by its form. */
    public static function ofText(string $text, Arguments $arguments): PayloadInput
    {
        return PayloadInput::ofText($text, $arguments->has('kind') ? self::kind((string) $arguments->get('kind')) : null, self::merge($arguments));
    }

    /** The one thing that is given: a text, the bytes of a file, or fields. */
    public static function input(Arguments $arguments): PayloadInput
    {
        $isText = $arguments->has('text') || $arguments->has('bytes-file');
        if ($isText && $arguments->has('field')) {
            throw new UsageError('Give either a text or fields.');
        }

        return ! $isText && $arguments->has('kind') ? self::ofKind(self::kind((string) $arguments->get('kind')), $arguments) : self::ofText(self::text($arguments), $arguments);
    }

    /** The text as it was given, for symbols that know no kinds. */
    public static function text(Arguments $arguments): string
    {
        if (count(array_filter(['text', 'bytes-file', 'field'], $arguments->has(...))) > 1) {
            throw new UsageError(self::ONE_OF_THREE);
        }

        return match (true) {
            $arguments->has('text') => (string) $arguments->get('text'),
            $arguments->has('bytes-file') => Files::read((string) $arguments->get('bytes-file')),
            $arguments->has('kind') => self::input($arguments)->payload()->text,
            default => throw new UsageError(self::ONE_OF_THREE),
        };
    }

    /**
     * `name=value`, `phones.0.number=value` for fields within fields; a name that repeats makes a list.
     *
     * @param  list<string>  $pairs
     * @return array<array-key, mixed>
     */
    public static function of(array $pairs): array
    {
        $lists = [];
        foreach ($pairs as $pair) {
            [$name, $value] = self::split($pair, '--field');
            $lists[$name][] = $value;
        }
        $fields = [];
        foreach ($lists as $name => $values) {
            $fields = self::assigned($fields, explode('.', (string) $name), count($values) === 1 ? $values[0] : $values);
        }

        return $fields;
    }

    /** @return array<array-key, string> */
    private static function merge(Arguments $arguments): array
    {
        $values = [];
        foreach ($arguments->all('merge') as $pair) {
            [$name, $value] = self::split($pair, '--merge');
            $values[$name] = $value;
        }

        return $values;
    }

    /** @return array{string, string} */
    private static function split(string $pair, string $option): array
    {
        if (! str_contains($pair, '=')) {
            throw new UsageError("$option takes name=value, not “{$pair}”.");
        }
        [$name, $value] = explode('=', $pair, 2);

        return [$name, $value];
    }

    /**
     * @param  array<array-key, mixed>  $fields
     * @param  non-empty-list<string>  $path
     * @param  string|list<string>  $value
     * @return array<array-key, mixed>
     */
    private static function assigned(array $fields, array $path, string|array $value): array
    {
        $name = array_shift($path);
        $inner = $fields[$name] ?? [];
        $fields[$name] = $path === [] ? $value : self::assigned(is_array($inner) ? $inner : [], $path, $value);

        return $fields;
    }
}
