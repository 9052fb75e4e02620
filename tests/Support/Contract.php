<?php

declare(strict_types=1);

namespace Tests\Support;

use Illuminate\Testing\TestResponse;
use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;
use PHPUnit\Framework\Assert;
use stdClass;
use Symfony\Component\Yaml\Yaml;

/** openapi.yaml as a contract that answers are held to. */
final class Contract
{
    private const BASE = 'https://fennmoor.example/openapi.json';

    /** @var ?array<string, mixed> */
    private static ?array $document = null;

    private static ?Validator $validator = null;

    /** @return array<string, mixed> */
    public static function document(): array
    {
        return self::$document ??= Yaml::parseFile(__DIR__.'/../../openapi/openapi.yaml');
    }

    /**
     * Fails unless path, method, status and media type are in the document, the body follows its schema, the headers that
     * it promises are there, and a request that was taken is one that the document describes.
     */
    public static function check(string $method, string $uri, TestResponse $response, ?string $sent = null): void
    {
        $path = (string) parse_url($uri, PHP_URL_PATH);
        $template = self::template($path);
        if ($template === null) {
            Assert::assertSame(404, $response->getStatusCode(), "No path for $path in openapi.yaml");

            return;
        }
        $operation = self::document()['paths'][$template][strtolower($method)] ?? null;
        if ($operation === null) {
            Assert::assertSame(405, $response->getStatusCode(), "No $method $template in openapi.yaml");

            return;
        }
        $status = (string) $response->getStatusCode();
        Assert::assertArrayHasKey($status, $operation['responses'], "$method $template does not document $status: ".substr((string) $response->getContent(), 0, 400));
        $documented = self::resolve($operation['responses'][$status]);
        $type = strtok((string) $response->headers->get('Content-Type'), ';');
        foreach ($documented['headers'] ?? [] as $name => $header) {
            if (self::resolve($header)['required'] ?? false) {
                Assert::assertTrue($response->headers->has($name), "$method $template answers $status without $name");
            }
        }
        if ($response->getStatusCode() < 400 && $sent !== null && $sent !== '') {
            $schema = $operation['requestBody']['content']['application/json']['schema'] ?? null;
            Assert::assertNotNull($schema, "$method $template takes no JSON by the document");
            // Null is the same as leaving a key out, and PHP's clients send an empty object as an empty list.
            $properties = self::properties($schema);
            $body = array_filter((array) json_decode($sent), static fn (mixed $value, string $name): bool => $value !== null || in_array('null', (array) ($properties[$name]['type'] ?? []), true), ARRAY_FILTER_USE_BOTH);
            foreach ($body as $name => $value) {
                $isList = in_array('array', (array) (self::resolve($properties[$name] ?? [])['type'] ?? []), true);
                $body[$name] = $value === [] && ! $isList ? new stdClass : $value;
            }
            self::assertFollows($schema, (string) json_encode(array_replace($body, array_filter((array) json_decode($sent), static fn (mixed $value): bool => is_array($value) && $value !== [])) ?: new stdClass), "the request of $method $template");
        }
        parse_str((string) parse_url($uri, PHP_URL_QUERY), $query);
        $parameters = array_map(self::resolve(...), [...($operation['parameters'] ?? []), ...(self::document()['paths'][$template]['parameters'] ?? [])]);
        foreach ($response->getStatusCode() < 400 ? array_keys($query) : [] as $name) {
            Assert::assertContains($name, array_column($parameters, 'name'), "$method $template does not document the parameter $name");
        }
        if (! isset($documented['content'])) {
            Assert::assertSame('', (string) $response->getContent());

            return;
        }
        Assert::assertArrayHasKey($type, $documented['content'], "$method $template answers $status with $type");
        if (str_ends_with((string) $type, 'json')) {
            self::assertFollows($documented['content'][$type]['schema'], (string) $response->getContent(), "$method $template $status");
        }
    }

    /**
     * Names and schemas of an object's properties, those of all its parts together.
     *
     * @param  array<string, mixed>  $schema
     * @return array<string, mixed>
     */
    public static function properties(array $schema): array
    {
        $schema = self::resolve($schema);
        $properties = $schema['properties'] ?? [];
        foreach ($schema['allOf'] ?? [] as $part) {
            $properties += self::properties($part);
        }

        return $properties;
    }

    /**
     * What a reference stands for.
     *
     * @param  array<string, mixed>  $node
     * @return array<string, mixed>
     */
    public static function resolved(array $node): array
    {
        return self::resolve($node);
    }

    private static function template(string $path): ?string
    {
        foreach (array_keys(self::document()['paths']) as $template) {
            if (preg_match('#^'.preg_replace('#\\\\\{\w+\\\\\}#', '[^/.]+', preg_quote($template, '#')).'$#', $path) === 1) {
                return $template;
            }
        }

        return null;
    }

    /**
     * @param  array<string, mixed>  $node
     * @return array<string, mixed>
     */
    private static function resolve(array $node): array
    {
        if (! isset($node['$ref'])) {
            return $node;
        }
        $found = self::document();
        foreach (explode('/', substr($node['$ref'], 2)) as $key) {
            $found = $found[$key];
        }

        return $found;
    }

    /** @param  array<string, mixed>  $schema */
    private static function assertFollows(array $schema, string $body, string $what): void
    {
        if (self::$validator === null) {
            self::$validator = new Validator;
            // What is left out is not filled in before it is looked at.
            self::$validator->parser()->setOption('allowDefaults', false);
            $definitions = ['$id' => self::BASE, 'components' => ['schemas' => self::document()['components']['schemas']]];
            self::$validator->resolver()?->registerRaw((string) json_encode($definitions));
        }
        $pointer = json_decode(str_replace('"$ref":"#\/', '"$ref":"'.self::BASE.'#\/', (string) json_encode($schema)), true);
        $result = self::$validator->validate(json_decode($body), json_decode((string) json_encode($pointer)));
        $error = $result->error();
        Assert::assertNull($error, $error === null ? '' : "$what: ".json_encode((new ErrorFormatter)->format($error)).' in '.substr($body, 0, 600));
    }
}
