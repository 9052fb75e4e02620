<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use XMLWriter;

/** What build servers read: a case a line of XML, with what went wrong. */
final class JunitReport
{
    /**
     * @param  string  $suite  what was run
     * @param  list<array{name: string, seconds: float, failure: ?string}>  $cases
     *
     * @throws UsageError when the file cannot be written
     */
    public static function write(string $file, string $suite, array $cases): void
    {
        $xml = new XMLWriter;
        $xml->openMemory();
        $xml->setIndent(true);
        $xml->startDocument('1.0', 'UTF-8');
        $xml->startElement('testsuite');
        $xml->writeAttribute('name', $suite);
        $xml->writeAttribute('tests', (string) count($cases));
        $xml->writeAttribute('failures', (string) count(array_filter($cases, static fn (array $case): bool => $case['failure'] !== null)));
        foreach ($cases as $case) {
            $xml->startElement('testcase');
            $xml->writeAttribute('classname', $suite);
            $xml->writeAttribute('name', self::clean($case['name']));
            $xml->writeAttribute('time', sprintf('%.4F', $case['seconds']));
            if ($case['failure'] !== null) {
                $xml->startElement('failure');
                $xml->writeAttribute('message', self::clean($case['failure']));
                $xml->endElement();
            }
            $xml->endElement();
        }
        $xml->endElement();
        if (@file_put_contents($file, $xml->outputMemory()) === false) {
            throw new UsageError("The report cannot be written to “{$file}”.");
        }
    }

    /** XML has no place for control characters. */
    private static function clean(string $text): string
    {
        return (string) preg_replace('/[^\x09\x0A\x0D\x20-\x{D7FF}\x{E000}-\x{FFFD}\x{10000}-\x{10FFFF}]/u', '?', mb_scrub($text, 'UTF-8'));
    }
}
