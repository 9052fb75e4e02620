<h1>No such page</h1>
<p><a href="/">Back to the start</a></p>
