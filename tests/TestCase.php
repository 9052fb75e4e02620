<?php

declare(strict_types=1);

namespace Tests;

use Illuminate\Foundation\Testing\TestCase as BaseTestCase;
use Illuminate\Http\Response;
use Illuminate\Testing\TestResponse;
use Tests\Support\Contract;

/** Every answer of the API that a test asks for is checked against openapi.yaml. */
abstract class TestCase extends BaseTestCase
{
    /**
     * @param  string  $method
     * @param  string  $uri
     * @param  array<mixed>  $parameters
     * @param  array<mixed>  $cookies
     * @param  array<mixed>  $files
     * @param  array<mixed>  $server
     * @param  ?string  $content
     * @return TestResponse<Response>
     */
    public function call($method, $uri, $parameters = [], $cookies = [], $files = [], $server = [], $content = null): TestResponse
    {
        $response = parent::call($method, $uri, $parameters, $cookies, $files, $server, $content);
        if (str_contains($uri, '/api/v1/')) {
            $isJson = str_contains((string) ($server['CONTENT_TYPE'] ?? ''), 'json');
            Contract::check($method, $uri, $response, $isJson && is_string($content) && $content !== '[]' ? $content : null);
        }

        return $response;
    }
}
