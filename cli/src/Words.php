<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use Symfony\Component\Console\Input\ArgvInput;
use Symfony\Component\Console\Input\InputDefinition;

/** The words of a command line, where a value may begin with a dash and --quiet and --version belong to symbols. */
final class Words extends ArgvInput
{
    /** What Symfony may look for itself, before it knows the command. */
    private const ITS_OWN = ['--ansi', '--no-ansi', '--help', '-h'];

    /** @param  non-empty-list<string>  $all  the program's name first */
    public function __construct(private readonly array $all)
    {
        parent::__construct($all);
        // Scripts are not asked anything.
        $this->setInteractive(false);
    }

    /** The same words for a command: each option that takes a value is joined to it, whatever it begins with. */
    public function joinedFor(InputDefinition $definition): self
    {
        $joined = [$this->all[0]];
        for ($i = 1, $count = count($this->all); $i < $count; $i++) {
            $word = $this->all[$i];
            if ($word === '--') {
                return new self([...$joined, ...array_slice($this->all, $i)]);
            }
            $name = str_starts_with($word, '--') ? substr($word, 2) : '';
            if ($name !== '' && $definition->hasOption($name) && $definition->getOption($name)->acceptValue() && $i + 1 < $count) {
                $word .= '='.$this->all[++$i];
            }
            $joined[] = $word;
        }

        return new self($joined);
    }

    /** @return list<string> all words but the program's name */
    public function words(): array
    {
        return array_slice($this->all, 1);
    }

    /** @param  string|list<string>  $values */
    public function hasParameterOption(string|array $values, bool $onlyParams = false): bool
    {
        $asked = array_intersect((array) $values, self::ITS_OWN);
        if (array_intersect($asked, ['--help', '-h']) !== []) {
            // Further back it may be the value of an option.
            return array_intersect(array_slice($this->all, 1, 2), ['--help', '-h']) !== [];
        }

        return $asked !== [] && parent::hasParameterOption(array_values($asked), $onlyParams);
    }

    /** There are no short options but -h: whatever else begins with one dash is a text or a file. */
    protected function parseToken(string $token, bool $parseOptions): bool
    {
        if ($parseOptions && $token !== '-h' && str_starts_with($token, '-') && ! str_starts_with($token, '--')) {
            parent::parseToken($token, false);

            return true;
        }

        return parent::parseToken($token, $parseOptions);
    }
}
